import type { Scene } from '../../core/document';
import type { WireRow } from '../../core/exchange';

/** A step as it is ticked off on paper. */
export interface SheetStep {
  title: string;
  where: string;
  detail: string;
  /** The tool's plate; empty where hands do. */
  tool: string;
  bins: number[];
  /** Its items' numbers on the drawings. */
  numbers: number[];
  /** What must be passed before going on. */
  isGate: boolean;
}

/** Everything a bay without a screen needs of a procedure, in black and white. */
export interface BaySheet {
  shop: string;
  title: string;
  /** "Left side, as recorded". */
  side: string;
  vehicles: string[];
  revision: number | null;
  /** ISO 8601. */
  madeAt: string;
  timeZone: string;
  /** The page that a QR code opens. */
  address: string;
  /** "Verified on Velden Kite 2017", or null. */
  verified: string | null;
  minutes: { likely: number; safe: number } | null;
  cautions: string[];
  tools: { plate: string; name: string; notes: string[] }[];
  /** Spares, replacements and materials. */
  have: string[];
  /** `scene` is null where nobody has recorded where anything of that layer is. */
  layers: { title: string; scene: Scene | null; items: { n: number; words: string }[] }[];
  /** Why there are no steps; null where there are. */
  noSteps: string | null;
  removal: SheetStep[];
  refit: SheetStep[];
  bins: { name: string; label: string }[];
  wires: WireRow[];
}

/** A label for a bin of the tray. */
export interface TrayLabel {
  bin: string;
  label: string;
  of: string;
}

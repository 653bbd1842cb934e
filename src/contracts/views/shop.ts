import type { DampDoor } from '../../core/bench';
import type { OwnKind } from '../../core/hardware';
import type { Mount, Pair, ProcedureDocument, Schools } from '../../core/procedure';
import type { CostForm } from './costs';

/** Compartments that trays are sold with. */
export const TRAY_SIZES = [6, 8, 12, 18] as const;

/** The wait after battery-off on one kind of vehicle. */
export interface VehicleWait {
  make: string;
  model: string;
  seconds: number;
  source: string;
}

/** What the shop has decided, as its settings form has it. */
export interface SettingsForm {
  schools: Schools;
  srsWaitSeconds: number | null;
  srsWaitSource: string;
  /** Waits by vehicle, each with its source; the shop's own figure is only the fallback. */
  srsWaits: VehicleWait[];
  costs: CostForm;
  trayBins: (typeof TRAY_SIZES)[number];
  /** How sure to be of having enough spares, 0.5…0.99. */
  spareLevel: number;
  labourPerHour: number | null;
  currency: string;
  ownKinds: OwnKind[];
  /** Months that customers' data is kept after the vehicle was given back; null keeps it until somebody takes it out. */
  keepingMonths: number | null;
  /** IANA name of the zone that dates are shown in, on pages and in reports. */
  timeZone: string;
}

/** Where a speaker sits on a door that was measured. */
export interface MountView {
  procedure: string;
  title: string;
  side: ProcedureDocument['side'];
  /** The speaker, by its name. */
  of: string;
  mount: Mount;
  /** Which wire is plus, where somebody has found out. */
  pair: Pair | null;
}

/** What was worked out at the bench for a job. */
export interface BenchResultView {
  id: string;
  tool: string;
  said: string;
  standing: 'sure' | 'exact' | 'no';
  why: string | null;
  by: string;
  /** ISO 8601. */
  at: string;
}

/** The flat skin of a zone, with the size of its drawing, mm. */
export interface SkinView extends DampDoor {
  procedure: string;
  title: string;
  side: ProcedureDocument['side'];
  width: number;
  height: number;
}

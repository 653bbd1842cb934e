import type { Cents, LabourSchool } from '../../core/shop';
import type { DampDoor } from '../../core/bench';
import type { OwnKind } from '../../core/trade';
import type { Mount, Pair, ProcedureDocument, Schools } from '../../core/document';
import type { CostForm } from './costs';

/** Compartments that trays are sold with. */
export const TRAY_SIZES = [6, 8, 12, 18] as const;

/** The wait after battery-off on one kind of vehicle. */
export interface VehicleWait {
  make: string;
  model: string;
  seconds: number;
  source: string;
  /** The maker's word, by the same source, that a part may hang on its airbag plug under power. */
  mayHang?: boolean;
}

/** What labour on one procedure costs. `title` is what it is called here. */
export interface QuotePrice {
  procedure: string | null;
  title: string;
  cents: Cents;
}

/** How a shop makes quotes, and when it works. */
export interface QuoteSettings {
  labour: LabourSchool;
  basis: 'likely' | 'safe';
  /** One price whatever it takes; null where there is none. */
  flatCents: Cents | null;
  /** Prices of labour on a procedure. One without a procedure was kept by words of a title: somebody has to say which it is. */
  prices: QuotePrice[];
  taxPercent: number;
  isTaxIncluded: boolean;
  /** Hours of work in the shop's own time, "08:00". */
  opens: string;
  closes: string;
  /** Days of work, 1 Monday to 7 Sunday. */
  days: number[];
}
export const DEFAULT_QUOTES: QuoteSettings = {
  labour: 'time',
  basis: 'safe',
  flatCents: null,
  prices: [],
  taxPercent: 0,
  isTaxIncluded: true,
  opens: '08:00',
  closes: '17:30',
  days: [1, 2, 3, 4, 5],
};

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
  labourPerHourCents: Cents | null;
  currency: string;
  /** How quotes are made. */
  quotes: QuoteSettings;
  ownKinds: OwnKind[];
  /** Months that customers' data is kept after the vehicle was given back; null keeps it until somebody takes it out. */
  keepingMonths: number | null;
  /** How many others must have rehearsed a draft to its end before it is published. */
  testersBeforePublishing: number;
  /** Where vehicles are worked on. */
  bays: string[];
  /** IANA name of the zone that dates are shown in, on pages and in reports. */
  timeZone: string;
}

/** Where a speaker sits on a door that was measured. */
export interface MountView {
  procedure: string;
  title: string;
  /** Make and model; the title where the procedure names none. */
  vehicle: string;
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

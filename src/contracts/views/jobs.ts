import type { SchoolChoice } from '../../core/document';
import type { Vehicle } from '../../core/trade';
import type { Wait } from '../../core/bay';

export interface JobView {
  number: number;
  title: string;
  customer: string;
  phone: string;
  /** The job it comes back from. */
  comesBackOf: number | null;
  createdAt: Date;
  /** The log of its visit. */
  visit: string;
  /** Who is trained for its high voltage; null where nobody was named. */
  trainedPerson: string | null;
  /** Ways of working on this job that differ from the shop's. */
  schools: SchoolChoice[];
  /** Parts that are tried as one, each set as people write it. */
  sets: string[];
  /** When it is promised for where no quote says so. */
  dueAt: Date | null;
  /** When the part it waits for comes, and which. */
  partsAt: Date | null;
  parts: string;
  /** Whether the customer agrees to be found again; null where nobody asked. */
  consent: boolean | null;
  /** Months that this customer's data is kept; null for the shop's keeping time. */
  keepMonths: number | null;
  redactedAt: Date | null;
  vehicle: Vehicle & { label: string; vin: string | null; options: Record<string, string>; highVoltage: boolean };
}

/** What a vehicle that comes back had done to it: what was opened, to be planned again, and what of the factory's is kept. */
export interface FormerJobView {
  number: number;
  title: string;
  openedAt: Date;
  runs: {
    id: string;
    title: string;
    goals: string[];
    procedures: string[];
    options: Record<string, string>;
    kept: string[];
    /** What went in: it comes out again on the way back to stock. */
    newParts: string[];
    /** What cannot go back as it was. */
    forGood: string[];
  }[];
}

/** Where one run stands, for the board. */
export interface RunStanding {
  id: string;
  title: string;
  stage: 'not-started' | 'taking-apart' | 'fitting' | 'putting-back' | 'to-close' | 'paused' | 'finished';
  done: number;
  of: number;
  /** Who has it, by id. */
  holder: string | null;
  /** How long it takes still, seconds. */
  likelySeconds: number;
  safeSeconds: number;
  /** What it waits for by itself, in trade words: a reason for a pause, a failed test, a question. */
  waits: string[];
  /** True where it follows a procedure that was not recorded for exactly this vehicle. */
  unverified: boolean;
  /** Tool codes that it lays out, and whether airbag plugs come off. */
  tools: string[];
  hasSrs: boolean;
  /** Something of it is not done alone. */
  takesTwo: boolean;
  /** Waiting for something to dry besides, seconds. */
  waitSeconds: number;
}

/** What is worth asking of a vehicle when it comes in: its body styles, and the options that change the work. */
export interface VehicleQuestions {
  bodies: string[];
  options: Record<string, string[]>;
}

/** Where a vehicle's visit stands. */
export interface VisitStanding {
  /** Lines answered on arrival, of how many. */
  checked: number;
  of: number;
  signed: boolean;
  repeated: number;
  closed: boolean;
  closedAt: string | null;
  waits: Wait[];
}

export interface JobStanding {
  job: JobView;
  runs: RunStanding[];
  visit: VisitStanding;
  /** What a lead must look at. */
  flags: number;
}

/** Something a lead must look at. */
export interface FlagView {
  id: string;
  jobNumber: number;
  reason: string;
  detail: string;
  /** The event as it was sent, where it could not be taken into the log. */
  body: string | null;
  raisedAt: Date;
}

/** What a job holds of its customer, and whether the shop's keeping time is over. */
export interface CustomerView {
  jobNumber: number;
  customer: string;
  title: string;
  /** The vehicle's label: a plate, or what the shop calls it. */
  plate: string;
  vehicle: string;
  vin: string | null;
  signatures: number;
  photos: number;
  openedAt: Date;
  /** When the vehicle was given back; null while it is here. */
  closedAt: Date | null;
  redactedAt: Date | null;
  consent: boolean | null;
  keepMonths: number | null;
  isDue: boolean;
}

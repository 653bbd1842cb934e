import type { OwnKind } from '../../core/hardware';
import type { ShopPolicy, RunPlan } from '../../core/plan';
import type { CheckResult } from '../../core/check';
import type { ProcedureDocument } from '../../core/procedure';
import type { RunEvent } from '../../core/run';
import type { Side, Vehicle } from '../../core/vehicle';
import type { CheckedLine, CheckZone, VisitEvent, Wait } from '../../core/visit';

/** What the server hands to pages. */
export type Role = 'trainee' | 'technician' | 'lead' | 'owner';

export interface PersonView {
  id: string;
  name: string;
  role: Role;
  active: boolean;
  hasPassword: boolean;
}

/** A procedure as lists show it. `revision` is null while it is only a draft. */
export interface ProcedureRowView {
  id: string;
  title: string;
  zone: string;
  side: Side;
  revision: number | null;
  hasDraft: boolean;
  applies: string;
}

export interface RevisionView {
  revision: number;
  note: string;
  madeBy: string;
  approvedBy: string;
  approvedAt: Date;
}

/** A procedure as its page shows it: what is in force, else the draft. */
export interface ProcedureView {
  row: ProcedureRowView;
  document: ProcedureDocument;
  current: RevisionView | null;
  draft: { version: number; editedBy: string; editedAt: Date } | null;
  revisions: RevisionView[];
  check: CheckResult;
  /** What the bay found, newest first. */
  findings: FindingView[];
}

export interface JobView {
  number: number;
  title: string;
  customer: string;
  createdAt: Date;
  /** The log of its visit. */
  visit: string;
  vehicle: Vehicle & { label: string; vin: string | null };
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

/** Everything the bay screen starts from. */
export interface RunStart {
  run: { id: string; title: string; plan: RunPlan };
  job: JobView;
  events: RunEvent[];
  position: number;
  /** What did not work on arrival. */
  faults: CheckedLine[];
  people: { id: string; name: string; active: boolean; mayOverride: boolean }[];
}

/** Everything check-in and hand-over start from. */
export interface VisitView {
  job: JobView;
  events: VisitEvent[];
  position: number;
  /** The zones its runs open. */
  zones: CheckZone[];
  names: Record<string, string>;
  runs: { id: string; title: string; finished: boolean }[];
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

/** A finding of the bay on a procedure. */
export interface FindingView {
  event: string;
  item: string;
  text: string;
  person: string;
  at: Date;
  jobNumber: number;
}

/** What there is in stores. */
export interface StoresView {
  stock: { kind: string; name: string; count: number }[];
  moves: {
    kind: string;
    name: string;
    change: number;
    reason: string;
    jobNumber: number | null;
    by: string;
    at: Date;
  }[];
}

/** How a procedure stands to a vehicle: recorded for exactly it, or what differs and what is not known. */
export interface VerificationView {
  verified: boolean;
  differs: string[];
  unknown: string[];
}

/** A procedure that may help with a vehicle. */
export interface RelativeView extends VerificationView {
  row: ProcedureRowView;
}

/** Everything a plan is made from; the planning itself is done where the question is asked. */
export interface PlanView {
  documents: ProcedureDocument[];
  revisions: [id: string, revision: number][];
  options: Record<string, string[]>;
  policy: ShopPolicy;
  ownKinds: OwnKind[];
  /** Tool codes in the asking person's kit. */
  kit: string[];
  /** What there is in stores, by kind or material; kinds that never moved are missing. */
  stock: Record<string, number>;
  labour: { perHour: number; currency: string } | null;
  /** By procedure, for the vehicle of the job; null where no job is named. */
  verification: Record<string, VerificationView> | null;
  /** The vehicle's other procedures, to plan together with these. */
  others: ProcedureRowView[];
}

/** A tablet that was let in. */
export interface DeviceView {
  id: string;
  name: string;
  enrolledBy: string;
  enrolledAt: Date;
  seenAt: Date;
  revokedAt: Date | null;
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
  isDue: boolean;
}

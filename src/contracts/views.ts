import type { OwnKind } from '../core/hardware';
import type { ShopPolicy } from '../core/plan';
import type { CheckResult } from '../core/procedure/check';
import type { ProcedureDocument } from '../core/procedure';
import type { Side, Vehicle } from '../core/vehicle';

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
}

export interface JobView {
  number: number;
  title: string;
  customer: string;
  createdAt: Date;
  vehicle: Vehicle & { label: string };
}

/** Where one run stands, for the board. */
export interface RunStanding {
  id: string;
  title: string;
  stage: 'not-started' | 'taking-apart' | 'fitting' | 'putting-back' | 'paused' | 'finished';
  done: number;
  of: number;
  /** Who has it, by id. */
  holder: string | null;
  /** True where it follows a procedure that was not recorded for exactly this vehicle. */
  unverified: boolean;
}

export interface JobStanding {
  job: JobView;
  runs: RunStanding[];
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
  labour: { perHour: number; currency: string } | null;
  /** By procedure, for the vehicle of the job; null where no job is named. */
  verification: Record<string, VerificationView> | null;
  /** The vehicle's other procedures, to plan together with these. */
  others: ProcedureRowView[];
}

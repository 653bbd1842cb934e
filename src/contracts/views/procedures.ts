import type { Summary } from '../../core/plan';
import type { CheckResult } from '../../core/check';
import type { ProcedureDocument } from '../../core/procedure';
import type { Side } from '../../core/vehicle';

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

/** A procedure as the library lists it. */
export interface LibraryRowView extends ProcedureRowView {
  /** Null where it could not be summed up. */
  summary: Summary | null;
  /** When it was last worked through to the end, and by whom; null where it never was. */
  lastDone: { at: Date; person: string } | null;
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
  proposals: ProposalView[];
  decisions: DecisionView[];
}

/** A change that findings ask for: what was said, what it would change, in sentences, and who found it where. */
export interface ProposalView {
  key: string;
  item: string | null;
  standing: 'open' | 'already-so' | 'gone';
  text: string;
  sentences: string[];
  findings: { id: string; person: string; job: number; at: string }[];
}

/** What was decided about findings. */
export interface DecisionView {
  decision: 'accepted' | 'this-vehicle' | 'rejected';
  reason: string | null;
  revision: number | null;
  by: string;
  /** ISO 8601. */
  at: string;
  count: number;
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

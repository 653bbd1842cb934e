import type { Summary, WordedChange } from '../../core/telling';
import type { CheckResult } from '../../core/planning';
import type { Provenance, WireRow } from '../../core/exchange';
import type { ProcedureDocument } from '../../core/document';
import type { Side } from '../../core/trade';

/** A procedure as lists show it. `revision` is null while it is only a draft. */
export interface ProcedureRowView {
  id: string;
  title: string;
  zone: string;
  side: Side;
  revision: number | null;
  hasDraft: boolean;
  inReview: boolean;
  retiredAt: Date | null;
  applies: string;
  /** Whose it is, and whether the other branches see it. */
  branch: number;
  isShared: boolean;
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
  draft: {
    version: number;
    editedBy: string;
    editedAt: Date;
    reviewAskedBy: string | null;
    reviewAskedAt: Date | null;
  } | null;
  retired: { by: string; at: Date; why: string | null; replacedBy: { id: string; title: string } | null } | null;
  /** Vehicles that it was run to the end on, the latest first, with who did it last. */
  verifiedOn: { vehicle: string; times: number; revision: number; person: string; at: Date }[];
  /** Where it came from another shop. */
  takenIn: (Provenance & { at: number; takenBy: string; takenAt: Date }) | null;
  comments: CommentView[];
  origin: OriginView | null;
  variants: { id: string; title: string }[];
  revisions: RevisionView[];
  check: CheckResult;
  /** What the bay found, newest first. */
  proposals: ProposalView[];
  decisions: DecisionView[];
}

/** What somebody said of a procedure, or of an item of it. */
export interface CommentView {
  id: string;
  item: string | null;
  words: string;
  by: string;
  at: Date;
  settledBy: string | null;
  settledAt: Date | null;
}

/** What a procedure was derived from: what differs by now, and what has changed there since. */
export interface OriginView {
  id: string;
  title: string;
  taken: number;
  current: number;
  isRetired: boolean;
  differs: WordedChange[];
  offered: WordedChange[];
}

/** A wire of the library. */
export interface WireView extends WireRow {
  title: string;
  side: string;
}

/** A change that findings ask for: what was said, what it would change, in sentences, and who found it where. */
export interface ProposalView {
  key: string;
  item: string | null;
  standing: 'open' | 'already-so' | 'gone';
  text: string;
  /** The sentences have the text in them already. */
  isQuoted: boolean;
  sentences: string[];
  findings: { id: string; person: string; job: number; at: string }[];
  /** Runs of the procedure so far. */
  ofRuns: number;
  /** Photos of it, taken on those runs. */
  photos: string[];
}

/** What was decided about findings. */
export interface DecisionView {
  decision: 'accepted' | 'option' | 'this-vehicle' | 'rejected';
  reason: string | null;
  revision: number | null;
  by: string;
  /** ISO 8601. */
  at: string;
  count: number;
  /** What came of it: trouble before and since; null where nothing was changed. */
  effect: string | null;
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

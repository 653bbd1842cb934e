import type { FixingQuestion, PlacedPart } from '../../core/bench';
import type { Cents } from '../../core/shop';
import type { OwnKind } from '../../core/trade';
import type { ShopPolicy } from '../../core/telling';
import type { ProcedureDocument } from '../../core/document';
import type { ProcedureRowView, VerificationView } from './procedures';

/** Everything a plan is made from; the planning itself is done where the question is asked. */
export interface PlanView {
  /** What runs before had trouble with, by item: sentences for the next one. */
  heard: Record<string, string[]>;
  documents: ProcedureDocument[];
  revisions: [id: string, revision: number][];
  options: Record<string, string[]>;
  policy: ShopPolicy;
  /** What new goes in, with how it is fixed and could be. */
  newParts: PlacedPart[];
  /** How new parts are fixed, where nobody has said. */
  questions: FixingQuestion[];
  /** What is tried as one on the job. */
  sets: string[];
  ownKinds: OwnKind[];
  /** Tool codes in the asking person's kit. */
  kit: string[];
  /** What there is in stores, by kind or material; kinds that never moved are missing. */
  stock: Record<string, number>;
  /** What stands in for a kind in stores, and how many of those there are. */
  standIns: Record<string, { anyOf: string; count: number }>;
  labour: { perHourCents: Cents; currency: string } | null;
  /** What is known of the job's vehicle that these procedures ask for. */
  known: Record<string, string>;
  /** By procedure, for the vehicle of the job; null where no job is named. */
  verification: Record<string, VerificationView> | null;
  /** The vehicle's other procedures, to plan together with these. */
  others: ProcedureRowView[];
}

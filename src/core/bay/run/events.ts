import type { EventStamp } from '../log';
import type { Point } from '../../document';

/** Where a run stands: taking apart, fitting the new parts, putting back. */
export type RunPhase = 'remove' | 'fit' | 'refit';
/** The answer to one line of a test. */
export type TestResult = 'pass' | 'fail' | 'was-already-so';
/** Why a part would not move, as the bay found out. */
export type StuckCause = 'not-released' | 'other-variant' | 'still-joined' | 'motion' | 'unrecorded';

/** How this vehicle differs in an item from what the procedure says. */
export interface AsFoundChange {
  /** So many pieces of the entry were not there. */
  missing?: number;
  /** Another drive than recorded. */
  drive?: string;
  /** Another kind of fastener stands in its place. */
  kind?: string;
  /** So many pieces of the entry are the other ones; absent: all of them. */
  pieces?: number;
}

/** A fastener that no procedure names, found on this vehicle. */
export interface ExtraFastener {
  procedure: string;
  /** The part it holds. */
  holds: string;
  kind: string;
  drive?: string;
  count: number;
  point?: Point;
}

/** What happened. `action` is a step's key, with its round from the second on, `item` is "procedure/item". Nothing here is ever edited or deleted. */
export type RunFact =
  | { type: 'started' }
  | { type: 'phase'; to: RunPhase }
  /** Without a count the whole entry; with one, that many more of it. `elapsed`: of a wait, how long this tablet saw it last by a clock that nobody sets, seconds. */
  | { type: 'done'; action: string; count?: number; elapsed?: number }
  /** A person's word on how many pieces of an action were done, where devices counted more than there are. */
  | { type: 'counted'; action: string; count: number }
  | { type: 'skipped'; action: string; reason: string }
  | { type: 'retracted'; event: string }
  /** `known`: pieces of the entry this device knew to be broken already. Two who did not know of each other may mean the same piece. */
  | { type: 'broken'; item: string; count: number; usable?: boolean; known?: number }
  /** `inside`: it fell into the panel and lies there still. */
  | { type: 'lost'; item: string; count: number; inside?: boolean; known?: number }
  /** Answers whether a `broken` or `lost` event means the same pieces as an earlier one. */
  | { type: 'settled'; event: string; same: boolean }
  | { type: 'found'; item: string; count: number }
  /** So many pieces that fell inside are looked for later, before the cavity closes. */
  | { type: 'lookLater'; item: string; count: number }
  | { type: 'renewed'; item: string; count: number }
  | { type: 'omitted'; item: string; count: number; reason: string }
  | { type: 'asFound'; item?: string; difference: string; change?: AsFoundChange }
  | ({ type: 'extra' } & ExtraFastener)
  | { type: 'stuck'; item: string; point?: Point; cause: StuckCause; culprit?: string; words: string }
  /** Something the procedure should learn. */
  | { type: 'finding'; item: string; text: string }
  | { type: 'photo'; photo: string; item?: string; words?: string }
  /** `serial`: of a new part, by its line of the list. */
  | { type: 'note'; text: string; item?: string; serial?: { line: string; number: string } }
  /** A line of the list of new parts; one that is left out says why. */
  | { type: 'ticked'; line: string; on: boolean; reason?: string }
  | { type: 'paused'; reason?: string }
  | { type: 'resumed' }
  | { type: 'handedOver'; to: string; note?: string }
  | { type: 'test'; gate: string; check: string; result: TestResult; note?: string }
  | { type: 'gatePassed'; gate: string }
  | { type: 'overridden'; gate: string; reason: string }
  /** A lead's word that an event recorded against a gate counts all the same. */
  | { type: 'accepted'; event: string; reason: string }
  /** A panel that was closed is opened up again, because a line of a test failed or a piece is left over: a new round of the run. `items` are to be got at, "procedure/item". */
  | {
      type: 'reopened';
      round: number;
      items: string[];
      why: string;
      check?: string;
      /** So many pieces of an entry were left over: they go back in this round. */
      piece?: { item: string; count: number };
    }
  /** What mended what had failed. */
  | { type: 'mended'; words: string }
  /** A piece is left that nobody knows the place of. */
  | { type: 'leftOver'; words: string; count: number; kind: string; drive?: string }
  /** Where a piece that was left over belonged: put in at an entry, or not of this job. */
  | { type: 'leftOverSettled'; event: string; item?: string; reason?: string }
  | { type: 'finished' };

export type RunEvent = EventStamp & RunFact;

import type { ItemRef } from '../../document';
import type { RefitAction } from './refit-step';
import type { Waits } from '../graph';

/** Refit steps with what must come before what, by position in `steps`. */
export interface RefitGraph {
  steps: RefitAction[];
  waits: Waits;
  /** Direct precedence, by position. */
  before: Set<number>[];
  /** First and last step that put back each done node. */
  first: Map<number, number>;
  last: Map<number, number>;
  /** Positions of steps by key. */
  at: Map<string, number>;
  /** What a hand does in one go with a part held: from its offer to its seat. */
  holds: number[][];
  /** Parts that wait for themselves: another must be off while one is seated, and yet has to be back before. */
  conflicts: { part: ItemRef; other: ItemRef }[];
}

import { priceAssignment } from './assignment';
import { allBefore, type Block } from './block';

/**
 * Least moving still to come: what each member adds while it is not done. Two bounds kept side by side, each a sum that
 * changes by a constant when one member is done: the cheapest move into each member, and optimal assignment prices.
 */
export interface MoveBound {
  /** Cheapest move into each member. */
  intoMs: Int32Array;
  /** Assignment price of each member as the one that is moved to. */
  toMs: Int32Array;
  /** Assignment price (at most 0) of each member as the one that is moved from. */
  fromMs: Int32Array;
  /** What entering another zone is priced at here; the rest of a zone's move belongs to the class bound. */
  zoneEntryMs: number;
  /** For each tool the share of taking it up that is priced here; the class bound counts the rest. */
  shareMs: Int32Array;
}

/** Whether `from` can be done right before `to`: not after it, and with nothing that must come in between. */
export type CanFollow = (from: number, to: number) => boolean;

/**
 * Prices the moves of a block. A move from one tool to another bears `shareMs` of the change besides, so that the prices of same-tool moves, which
 * most are, need not be held down by a near neighbour that takes another tool. O(size³).
 */
export function moveBoundOf(block: Block, can: CanFollow, shareMs: Int32Array): MoveBound {
  const { size, toolOf } = block;
  const within = (from: number, to: number) => block.zoneOf[from] === block.zoneOf[to];
  const inner = (to: number, offer: (from: number) => number) => {
    let least = Infinity;
    for (let from = 0; from < size; from += 1) if (can(from, to)) least = Math.min(least, offer(from));
    return least === Infinity ? 0 : least;
  };
  let zoneEntryMs = 0;
  if (block.hasZones) {
    for (let to = 0; to < size; to += 1) {
      const least = inner(to, (from) => (within(from, to) ? block.move[from * size + to] : Infinity));
      zoneEntryMs = Math.max(zoneEntryMs, least);
    }
  }
  const price = (from: number, to: number) =>
    (within(from, to) ? block.move[from * size + to] : Math.min(zoneEntryMs, block.move[from * size + to])) +
    (toolOf[from] === toolOf[to] ? 0 : shareMs[toolOf[to]]);
  const intoMs = Int32Array.from({ length: size }, (_, to) => inner(to, (from) => price(from, to)));
  // One extra row: the member that is done first is moved to from nowhere.
  const prices =
    size > DETAILED_SIZE
      ? null
      : priceAssignment(size + 1, size, (row, to) =>
          row === size ? (block.isSource[to] ? 0 : Infinity) : can(row, to) ? price(row, to) : Infinity,
        );
  return {
    intoMs,
    zoneEntryMs,
    shareMs,
    toMs: prices ? prices.columns : new Int32Array(size),
    fromMs: prices ? prices.rows.subarray(0, size) : new Int32Array(size),
  };
}

/** Up to this size the cubic parts of the bound are worth their time. */
const DETAILED_SIZE = 160;

/** Works out which members can follow which; for large blocks without what must come in between, which only weakens the bound. O(size³). */
export function canFollowOf(block: Block): CanFollow {
  const { size, words } = block;
  const all = allBefore(block);
  const isBefore = (a: number, b: number) => ((all[b * words + (a >>> 5)] >>> (a & 31)) & 1) === 1;
  const between = new Uint8Array(size * size);
  for (let mid = 0; mid < size && size <= DETAILED_SIZE; mid += 1) {
    for (let from = 0; from < mid; from += 1) {
      if (!isBefore(from, mid)) continue;
      for (let to = mid + 1; to < size; to += 1) if (isBefore(mid, to)) between[from * size + to] = 1;
    }
  }
  return (from, to) => from !== to && !isBefore(to, from) && !between[from * size + to];
}

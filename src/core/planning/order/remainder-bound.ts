import type { Block } from './block';
import { CLASS_EFFORT, ClassBound } from './class-bound';
import { canFollowOf, moveBoundOf, type CanFollow, type MoveBound } from './move-bound';

/** The least that is still to come, in two parts that add up: moves with a share of the tool changes, and the rest of the changes. */
export interface RemainderBound {
  moves: MoveBound;
  classes: ClassBound;
}

/** Shares of a tool change tried, milliseconds. */
const SHARES = [0, 300, 600, 1000, 1500, 2000];

/**
 * The bounds of a block, with the split of tool changes between the two parts that makes the bound at the start largest: first one share for all
 * tools, then, for blocks of middling size, tool by tool. Any split is valid; the best one is only stronger.
 */
export function remainderBoundOf(block: Block, classSets = CLASS_EFFORT.searching): RemainderBound {
  const can = canFollowOf(block);
  let best = withShares(
    block,
    can,
    block.takeUp.map(() => 0),
  );
  const offer = (shares: Int32Array) => {
    const made = withShares(block, can, shares);
    if (made.atStartMs > best.atStartMs) best = made;
  };
  for (const share of SHARES.slice(1)) offer(block.takeUp.map((takeUp) => Math.min(share, takeUp)));
  for (let tool = 0; tool < block.tools.length && isWorthTuning(block); tool += 1) {
    const base = best.bound.moves.shareMs;
    for (const share of SHARES)
      if (share <= block.takeUp[tool] && share !== base[tool]) offer(base.map((ms, at) => (at === tool ? share : ms)));
  }
  best.bound.classes.effort = classSets;
  return best.bound;
}

/** Small blocks are proved before the tuning would pay, large ones never. */
const isWorthTuning = ({ size }: Block) => size > 36 && size <= 80;

function withShares(block: Block, can: CanFollow, shareMs: Int32Array): { bound: RemainderBound; atStartMs: number } {
  const moves = moveBoundOf(block, can, shareMs);
  const classes = new ClassBound(
    block,
    Math.max(0, leastZoneMove(block) - moves.zoneEntryMs),
    block.takeUp.map((takeUp, tool) => takeUp - shareMs[tool]),
    CLASS_EFFORT.tuning,
  );
  return { bound: { moves, classes }, atStartMs: atStart(block, moves, classes) };
}

function leastZoneMove(block: Block): number {
  if (!block.hasZones) return 0;
  let least = Infinity;
  block.move.forEach((ms, at) => {
    if (block.zoneOf[Math.floor(at / block.size)] !== block.zoneOf[at % block.size]) least = Math.min(least, ms);
  });
  return least;
}

/** The bound over all first members. */
function atStart(block: Block, moves: MoveBound, classes: ClassBound): number {
  const sum = (prices: Int32Array) => prices.reduce((a, b) => a + b, 0);
  const [into, to, from] = [sum(moves.intoMs), sum(moves.toMs), sum(moves.fromMs)];
  const set = new Int32Array(block.words);
  let least = Infinity;
  for (let member = 0; member < block.size; member += 1) {
    if (!block.isSource[member]) continue;
    set.fill(0);
    set[member >>> 5] |= 1 << (member & 31);
    least = Math.min(
      least,
      Math.max(into - moves.intoMs[member], to - moves.toMs[member] + from) + classes.remainingMs(set, 0, member),
    );
  }
  return least;
}

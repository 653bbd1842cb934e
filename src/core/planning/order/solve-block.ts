import type { Block } from './block';
import { BlockSearch, type PassRequest } from './block-search';

/** An order of a block with what is proved about it. `lowerMs` is a bound for every order under the same request. */
export interface BlockOrder {
  sequence: number[] | null;
  costMs: number;
  lowerMs: number;
}

/** How much work the search may do: the width of each pass in turn, states in all, and sets the class bound of a block may look into. */
export interface Effort {
  widths: number[];
  states: number;
  classSets?: number;
}

/** How the work is watched from outside: whether to stop, and told of every pass with the states it looked at. */
export interface Watch {
  shouldStop: () => boolean;
  onPass: (states: number) => void;
}

export const FULL_EFFORT: Effort = { widths: [60, 1000, 12_000, 120_000], states: 3_000_000 };

/** One block's ordering task: what is asked, and the best known so far. */
export interface BlockTask {
  search: BlockSearch;
  ask: Pick<PassRequest, 'startMs' | 'mayEnd' | 'endMs'> & { below: number };
  best: BlockOrder;
  /** States looked at so far. */
  states: number;
}

/** A task nothing is known of yet, or only the cost of an order found elsewhere. */
export const newTask = (search: BlockSearch, ask: BlockTask['ask'], knownCostMs = Infinity): BlockTask => ({
  search,
  ask,
  best: { sequence: null, costMs: knownCostMs, lowerMs: 0 },
  states: 0,
});

/** True where nothing is left to prove. */
export const isSettled = ({ best, ask }: BlockTask) => best.lowerMs >= Math.min(best.costMs, ask.below);

/** One pass of a width over a task that is not settled: finds a cheaper order, or proves more. */
export function widen(task: BlockTask, width: number, { shouldStop, onPass }: Watch): void {
  if (isSettled(task)) return;
  const { best, ask } = task;
  const found = task.search.pass({ ...ask, below: Math.min(ask.below, best.costMs), width, shouldStop });
  task.states += found.states;
  onPass(found.states);
  if (found.sequence) Object.assign(best, { sequence: found.sequence, costMs: found.costMs });
  best.lowerMs = Math.max(best.lowerMs, Math.min(found.lowerMs, best.costMs, ask.below));
}

/**
 * Orders blocks side by side as well as the effort allows: every task gets a pass of the first width, then the unsettled ones of the next, so that a hard block
 * does not starve the others. The first passes are never cut short: they give every block an order and a bound.
 */
export function settle(tasks: BlockTask[], effort: Effort, watch: Watch): void {
  effort.widths.forEach((width, round) => {
    for (const task of tasks) {
      if (round === 0) widen(task, width, { ...watch, shouldStop: () => false });
      else if (task.states < effort.states && !watch.shouldStop()) widen(task, width, watch);
    }
  });
}

/** The cost of a sequence of members from its first on, without own times. */
export function pathMs(block: Block, sequence: number[]): number {
  let sum = 0;
  for (let at = 1; at < sequence.length; at += 1) sum += block.transition[sequence[at - 1] * block.size + sequence[at]];
  return sum;
}

import { toolChangeMs } from '../graph';
import { makeBlock } from './block';
import { BlockSearch } from './block-search';
import { greedyOrder } from './greedy';
import { improveOrder } from './improve';
import { joinBlocks } from './join';
import { priceOrder, trivialBoundMs, type OrderProblem } from './problem';
import { FULL_EFFORT, newTask, settle, type Effort, type Watch } from './solve-block';
import { splitIntoStations, splitIntoZones, type Split } from './split';
import { zoneBoundOf } from './zone-bound';

/** A sequence of positions with its cost. `optimal` is true only where the cost equals the proven lower bound. */
export interface SolvedOrder {
  sequence: number[];
  costMs: number;
  lowerBoundMs: number;
  optimal: boolean;
}

/** How the search is steered. Without `shouldStop` the result depends on nothing but the problem. */
export interface SolveControl {
  effort?: Effort;
  /** Asked often; true ends the search with the best so far and the bound proved so far. */
  shouldStop?: () => boolean;
  /** Told of every pass of the search with the part-orders it looked at. */
  onPass?: (states: number) => void;
}

/** Widths that every block has before the blocks are joined. */
const FIRST_PASSES = 2;

/** Local search is quadratic: beyond this many tasks each block is improved by its own search only. */
const LOCAL_LIMIT = 260;

/** Tasks of a block that the search can still hope to prove; fewer where many blocks share the effort. */
const EXACT_LIMIT = 80;
const EXACT_LIMIT_OF_LARGE = 40;

/** Search effort for a problem of so many tasks: whole vehicles get less for each block, so that the sum stays bounded. */
export const effortFor = (actions: number): Effort =>
  actions <= 70
    ? FULL_EFFORT
    : actions <= 260
      ? { widths: [60, 1000, 4000, 12_000], states: 1_000_000 }
      : { widths: [40, 400], states: 60_000, classSets: 40_000 };

/**
 * The cheapest order of a sequential ordering problem: own times, tool changes and moves. Exact with a proof for a door and well beyond; for a whole
 * vehicle the best found with a proven lower bound. Never above `recorded`. Method: split into blocks visited once (`split.ts` says when
 * that is provably enough), a bounded dynamic programme for each (`BlockSearch`), joined by a programme over the blocks (`joinBlocks`).
 * @param recorded a valid order to start from and to be no worse than.
 */
export function solveOrder(problem: OrderProblem, recorded: number[], control: SolveControl = {}): SolvedOrder {
  const watch: Watch = { shouldStop: control.shouldStop ?? (() => false), onPass: control.onPass ?? (() => undefined) };
  const effort = control.effort ?? effortFor(problem.tasks.length);
  const split = chooseSplit(problem);
  const candidates = startOrders(problem, recorded);
  const found =
    split.blocks.length === 1
      ? solveOne(problem, split, bestOf(problem, candidates), effort, watch)
      : solveMany(problem, split, effort, watch);
  if (found.sequence) candidates.push(found.sequence, improved(problem, found.sequence));
  const sequence = bestOf(problem, candidates);
  const { costMs } = priceOrder(problem, sequence);
  const lowerBoundMs = Math.min(costMs, Math.max(found.lowerMs, trivialBoundMs(problem)));
  return { sequence, costMs, lowerBoundMs, optimal: lowerBoundMs === costMs };
}

/** Stations while each can be searched as one block; single zones where one is too large for that. */
function chooseSplit(problem: OrderProblem): Split {
  const stations = splitIntoStations(problem);
  const limit = problem.tasks.length > LOCAL_LIMIT ? EXACT_LIMIT_OF_LARGE : EXACT_LIMIT;
  return stations.blocks.every((block) => block.length <= limit) ? stations : splitIntoZones(problem);
}

const improved = (problem: OrderProblem, sequence: number[]) =>
  sequence.length <= LOCAL_LIMIT ? improveOrder(problem, sequence) : sequence;

function startOrders(problem: OrderProblem, recorded: number[]): number[][] {
  const rank: number[] = [];
  recorded.forEach((at, place) => {
    rank[at] = place;
  });
  return [recorded, improved(problem, greedyOrder(problem, rank)), improved(problem, recorded)];
}

const bestOf = (problem: OrderProblem, orders: number[][]) =>
  orders.reduce((a, b) => (priceOrder(problem, b).costMs < priceOrder(problem, a).costMs ? b : a));

interface Found {
  sequence: number[] | null;
  lowerMs: number;
}

const ownMs = (problem: OrderProblem) => problem.tasks.reduce((sum, action) => sum + action.ms, 0);

/** The prologue's own changes, the tool it leaves in the hand, and the way from it to the first block. */
function prologueOf(problem: OrderProblem, { prologue, blocks }: Split): { ms: number; tool: string; leaveMs: number } {
  const priced = priceOrder(problem, prologue);
  const own = prologue.reduce((sum, at) => sum + problem.tasks[at].ms, 0);
  const tool = prologue.length ? problem.tasks[prologue[prologue.length - 1]].tool : 'hand';
  return { ms: priced.costMs - own, tool, leaveMs: prologue.length && blocks.length ? problem.costs.sideMoveMs : 0 };
}

function solveOne(problem: OrderProblem, split: Split, start: number[], effort: Effort, watch: Watch): Found {
  const block = makeBlock(problem, split.blocks[0]);
  const { ms, tool, leaveMs } = prologueOf(problem, split);
  const fixed = ownMs(problem) + ms + leaveMs;
  const startMs = (member: number) => toolChangeMs(tool, block.tools[block.toolOf[member]], problem.costs);
  const isPrologueFirst = split.prologue.every((at, place) => start[place] === at);
  const task = newTask(
    new BlockSearch(block),
    { startMs, mayEnd: () => true, below: Infinity },
    isPrologueFirst ? priceOrder(problem, start).costMs - fixed : Infinity,
  );
  settle([task], effort, watch);
  return {
    sequence: task.best.sequence && [...split.prologue, ...task.best.sequence.map((member) => block.members[member])],
    lowerMs: fixed + task.best.lowerMs,
  };
}

function solveMany(problem: OrderProblem, split: Split, effort: Effort, watch: Watch): Found {
  const { ms, tool, leaveMs } = prologueOf(problem, split);
  const fixed = ownMs(problem) + ms + leaveMs + split.movesMs;
  const first = { ...effort, widths: effort.widths.slice(0, FIRST_PASSES) };
  const isByStation = new Set(split.stationOf).size === split.blocks.length;
  const tasks = split.blocks.map((positions, at) => {
    const capMs = isByStation ? split.capsMs[at] : Infinity;
    const block = makeBlock(problem, positions, () => capMs);
    return newTask(new BlockSearch(block, effort.classSets), { startMs: () => 0, mayEnd: () => true, below: Infinity });
  });
  settle(tasks, first, watch);
  if (isByStation) {
    const joined = joinBlocks(tasks, tool, problem.costs, effort, watch, FIRST_PASSES);
    return { sequence: [...split.prologue, ...joined.sequence], lowerMs: split.isBounded ? fixed + joined.lowerMs : 0 };
  }
  const bound = split.isBounded ? zoneBoundOf(problem, split, tool, effort) : null;
  settle(bound?.tasks ?? [], effort, watch);
  const sequence = [...split.prologue];
  let atHand = tool;
  for (const station of new Set(split.stationOf)) {
    const own = tasks.filter((_, at) => split.stationOf[at] === station);
    sequence.push(...joinBlocks(own, atHand, problem.costs, effort, watch, FIRST_PASSES).sequence);
    atHand = problem.tasks[sequence[sequence.length - 1]].tool;
  }
  const sumMs = bound?.tasks.reduce((sum, { best }) => sum + best.lowerMs, bound.constantMs);
  return { sequence, lowerMs: sumMs === undefined ? 0 : fixed + sumMs };
}

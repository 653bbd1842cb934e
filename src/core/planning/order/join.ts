import { dearestToolMs, toolChangeMs, type CostSettings } from '../graph';
import { cheapestWay, wayMs, type Change, type Entry, type Way } from './block-ways';
import { isSettled, newTask, pathMs, widen, type BlockTask, type Effort, type Watch } from './solve-block';
import type { BlockSearch } from './block-search';

/** An entry of a block, with the search for it. */
interface Tried extends Entry {
  /** The search for this pair; it begins when the pair is on the cheapest way. */
  task: BlockTask | null;
  /** Widths tried so far. */
  passes: number;
}

/** A block with every pair of tools it could begin and end with. */
interface Table {
  search: BlockSearch;
  /** The search over all pairs: its bound holds for each of them. */
  any: BlockTask;
  anyPasses: number;
  entries: Tried[];
}

/** A sequence of visits with what it costs and what any sequence costs at least. */
export interface Joined {
  /** Positions in the problem, in order. */
  sequence: number[];
  costMs: number;
  lowerMs: number;
}

const MAX_ROUNDS = 80;

/**
 * Joins blocks into one order, each visited once. Which tool each block begins and ends with is settled together with the order of the blocks, by a
 * programme over (blocks done, tool at hand). A block's best order for a pair of tools is worked out only when that pair is on the
 * cheapest way: until then its unrestricted bound stands for it. Width by width over all blocks, so that a hard one does not starve what joins
 * the others. Tool changes between blocks are counted here, moves between blocks by the caller (they are all alike).
 * @param tasks each block's unrestricted task, after a first pass at least.
 * @param passes how many of the effort's widths the tasks have had.
 */
export function joinBlocks(
  tasks: BlockTask[],
  startTool: string,
  costs: CostSettings,
  effort: Effort,
  watch: Watch,
  passes: number,
): Joined {
  const tables = tasks.map((task) => tableOf(task, passes));
  const change = (from: string, to: string) => toolChangeMs(from, to, costs);
  const lists = tables.map(({ entries }) => entries);
  const lowest = () => cheapestWay(lists, startTool, change, (entry) => entry.lowerMs);
  for (const [at, width] of effort.widths.entries()) {
    for (let round = 0; round < MAX_ROUNDS; round += 1) {
      const way = lowest();
      const known = bestKnown(lists, startTool, change);
      const open = way.steps.filter(({ block, entry }) => isOpen(tables[block], entry, at, effort));
      if (way.costMs >= known.costMs || open.length === 0 || watch.shouldStop()) break;
      // An order of the block is of use only where it brings the whole below the best known one.
      const spareMs = known.costMs - way.costMs;
      for (const { block, entry } of open) {
        if (watch.shouldStop()) break;
        workOn(tables[block], entry, at, width, spareMs, dearestToolMs(costs), watch);
      }
    }
  }
  return finish(tables, bestKnown(lists, startTool, change), startTool, change, lowest().costMs);
}

const toolAt = ({ block }: BlockSearch, member: number) => block.tools[block.toolOf[member]];

function tableOf(any: BlockTask, passes: number): Table {
  const { search } = any;
  const { block } = search;
  const toolsOf = (which: boolean[]) => [
    ...new Set(block.members.flatMap((_, member) => (which[member] ? [toolAt(search, member)] : []))),
  ];
  const lasts = toolsOf(block.isSink);
  const entries = toolsOf(block.isSource).flatMap((first) =>
    lasts.map((last): Tried => ({
      first,
      last,
      lowerMs: any.best.lowerMs,
      costMs: Infinity,
      sequence: null,
      task: null,
      passes: 0,
    })),
  );
  const table = { search, any, anyPasses: passes, entries };
  takeOver(table, any.best.sequence ?? block.members.map((_, member) => member));
  return table;
}

/** Notes an order of the block with the pair of tools it begins and ends with. */
function takeOver({ search, entries }: Table, sequence: number[]): void {
  const [first, last] = [toolAt(search, sequence[0]), toolAt(search, sequence[sequence.length - 1])];
  const entry = entries.find((one) => one.first === first && one.last === last)!;
  const costMs = pathMs(search.block, sequence);
  if (costMs < entry.costMs) Object.assign(entry, { costMs, sequence });
}

/** True where a pass of this width could still tell more of an entry. */
function isOpen({ any, anyPasses }: Table, entry: Tried, at: number, { states }: Effort): boolean {
  if (entry.lowerMs >= entry.costMs) return false;
  if (!isSettled(any) && anyPasses <= at && any.states < states) return true;
  return entry.passes <= at && (!entry.task || (!isSettled(entry.task) && entry.task.states < states));
}

/** One pass over a block: for all its pairs while that bound is open at this width, else for the pair that is wanted. */
function workOn(
  table: Table,
  entry: Tried,
  at: number,
  width: number,
  spareMs: number,
  dearestMs: number,
  watch: Watch,
): void {
  const { search, any, entries } = table;
  if (!isSettled(any) && table.anyPasses <= at) {
    table.anyPasses = at + 1;
    widen(any, width, watch);
    if (any.best.sequence) takeOver(table, any.best.sequence);
    for (const one of entries) one.lowerMs = Math.max(one.lowerMs, any.best.lowerMs);
    return;
  }
  const least = Math.min(...entries.map((one) => one.costMs));
  entry.passes = at + 1;
  entry.task ??= newTask(search, {
    startMs: (member) => (toolAt(search, member) === entry.first ? 0 : -1),
    mayEnd: (member) => toolAt(search, member) === entry.last,
    below: Infinity,
  });
  // Dearer than the block's best by two changes of tool is of no use either: changing them outside is cheaper.
  entry.task.ask.below = Math.min(least + 2 * dearestMs + 1, entry.lowerMs + spareMs);
  widen(entry.task, width, watch);
  if (entry.task.best.sequence) takeOver(table, entry.task.best.sequence);
  entry.lowerMs = Math.max(entry.lowerMs, entry.task.best.lowerMs);
}

/** The cheapest way over the orders found so far, with its cost. */
function bestKnown(lists: Tried[][], startTool: string, change: Change): Way<Tried> {
  const way = cheapestWay(lists, startTool, change, (entry) => entry.costMs);
  return { ...way, costMs: wayMs(way, startTool, change) };
}

function finish(tables: Table[], way: Way<Tried>, startTool: string, change: Change, lowerMs: number): Joined {
  const sequence = way.steps.flatMap(({ block, entry }) =>
    entry.sequence!.map((member) => tables[block].search.block.members[member]),
  );
  const costMs = wayMs(way, startTool, change);
  return { sequence, costMs, lowerMs: Math.min(lowerMs, costMs) };
}

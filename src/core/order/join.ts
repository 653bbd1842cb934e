import { dearestToolMs, toolChangeMs, type CostSettings } from '../graph';
import { newTask, pathMs, settle, type BlockOrder, type BlockTask, type Effort, type Watch } from './solve-block';
import type { BlockSearch } from './block-search';

/** What is known of a block's orders that begin with one tool and end with another. */
interface Entry {
  first: string;
  last: string;
  lowerMs: number;
  costMs: number;
  sequence: number[] | null;
  tried: boolean;
}

/** A sequence of visits with what it costs and what any sequence costs at least. */
export interface Joined {
  /** Positions in the problem, in order. */
  sequence: number[];
  costMs: number;
  lowerMs: number;
}

/** Up to here the order of the blocks is worked out exactly; beyond, the next one is the cheapest to begin. */
const EXACT_BLOCKS = 10;
const MAX_ROUNDS = 80;

/**
 * Joins blocks into one order, each visited once. Which tool each block begins and ends with is settled together with the order of the blocks, by a
 * programme over (blocks done, tool at hand). A block's best order for a pair of tools is worked out only when that pair is on the
 * cheapest way: until then its unrestricted optimum stands as a lower bound. Tool changes between blocks are counted here, moves between
 * blocks by the caller (they are all alike).
 * @param tasks each block's unrestricted task, settled as far as wanted.
 */
export function joinBlocks(
  tasks: BlockTask[],
  startTool: string,
  costs: CostSettings,
  effort: Effort,
  watch: Watch,
): Joined {
  const dearest = dearestToolMs(costs);
  const searches = tasks.map((task) => task.search);
  const tables = tasks.map(({ search, best }) => tableOf(search, best));
  const change = (from: string, to: string) => toolChangeMs(from, to, costs);
  for (let round = 0; round < MAX_ROUNDS; round += 1) {
    const way = cheapestWay(tables, startTool, change, (entry) => entry.lowerMs);
    const known = bestKnown(tables, startTool, change);
    const open = way.steps.filter(({ entry }) => !entry.tried);
    if (way.costMs >= known.costMs || open.length === 0 || watch.shouldStop()) break;
    // An order of the block is of use only where it brings the whole below the best known one.
    const spareMs = known.costMs - way.costMs;
    tryEntries(
      open.map(({ block, entry }) => ({
        search: searches[block],
        entry,
        below: Math.min(tables[block][0].costMs + 2 * dearest + 1, entry.lowerMs + spareMs),
      })),
      effort,
      watch,
    );
  }
  return finish(
    searches,
    bestKnown(tables, startTool, change),
    startTool,
    change,
    cheapestWay(tables, startTool, change, (entry) => entry.lowerMs).costMs,
  );
}

type Change = (from: string, to: string) => number;

/** The block's entries: first its unrestricted best, then every other pair of tools it could begin and end with. */
function tableOf({ block }: BlockSearch, best: BlockOrder): Entry[] {
  const sequence = best.sequence ?? block.members.map((_, member) => member);
  const toolAt = (member: number) => block.tools[block.toolOf[member]];
  const own: Entry = {
    first: toolAt(sequence[0]),
    last: toolAt(sequence[sequence.length - 1]),
    lowerMs: best.lowerMs,
    costMs: pathMs(block, sequence),
    sequence,
    tried: true,
  };
  const toolsOf = (which: boolean[]) => [
    ...new Set(
      block.members
        .map((_, member) => member)
        .filter((member) => which[member])
        .map(toolAt),
    ),
  ];
  const others = toolsOf(block.isSource)
    .flatMap((first) =>
      toolsOf(block.isSink).map((last): Entry => ({
        first,
        last,
        lowerMs: best.lowerMs,
        costMs: Infinity,
        sequence: null,
        tried: false,
      })),
    )
    .filter((entry) => entry.first !== own.first || entry.last !== own.last);
  return [own, ...others];
}

/** Works out the best orders for some pairs of tools. One that costs more than `below` is of no use: changing tools outside is cheaper. */
function tryEntries(
  wanted: { search: BlockSearch; entry: Entry; below: number }[],
  effort: Effort,
  watch: Watch,
): void {
  const tasks = wanted.map(({ search, entry, below }) => {
    const toolAt = (member: number) => search.block.tools[search.block.toolOf[member]];
    return newTask(search, {
      startMs: (member) => (toolAt(member) === entry.first ? 0 : -1),
      mayEnd: (member) => toolAt(member) === entry.last,
      below,
    });
  });
  settle(tasks, effort, watch);
  tasks.forEach(({ search, best }, at) => {
    const { entry } = wanted[at];
    entry.tried = true;
    entry.lowerMs = Math.max(entry.lowerMs, best.lowerMs);
    if (!best.sequence) return;
    entry.sequence = best.sequence;
    entry.costMs = pathMs(search.block, best.sequence);
  });
}

interface Way {
  costMs: number;
  steps: { block: number; entry: Entry }[];
}

function cheapestWay(tables: Entry[][], startTool: string, change: Change, price: (entry: Entry) => number): Way {
  return tables.length <= EXACT_BLOCKS
    ? exactWay(tables, startTool, change, price)
    : greedyWay(tables, startTool, change, price);
}

/** Programme over (set of blocks done, tool at hand). O(2^blocks · tools · entries). */
function exactWay(tables: Entry[][], startTool: string, change: Change, price: (entry: Entry) => number): Way {
  interface Cell {
    costMs: number;
    block: number;
    entry: Entry | null;
    from: Cell | null;
    tool: string;
  }
  const layers: Map<string, Cell>[] = Array.from({ length: 1 << tables.length }, () => new Map<string, Cell>());
  layers[0].set(startTool, { costMs: 0, block: -1, entry: null, from: null, tool: startTool });
  for (let done = 0; done < layers.length; done += 1) {
    for (const cell of layers[done].values()) {
      tables.forEach((table, block) => {
        if ((done >>> block) & 1) return;
        for (const entry of table) {
          const costMs = cell.costMs + change(cell.tool, entry.first) + price(entry);
          const next = layers[done | (1 << block)];
          const known = next.get(entry.last);
          if (!known || costMs < known.costMs)
            next.set(entry.last, { costMs, block, entry, from: cell, tool: entry.last });
        }
      });
    }
  }
  let best = [...layers[layers.length - 1].values()].reduce((a, b) => (b.costMs < a.costMs ? b : a));
  const steps: Way['steps'] = [];
  const { costMs } = best;
  for (; best.entry; best = best.from!) steps.unshift({ block: best.block, entry: best.entry });
  return { costMs, steps };
}

/** Next always the cheapest change; its cost as a bound leaves the changes between blocks out. */
function greedyWay(tables: Entry[][], startTool: string, change: Change, price: (entry: Entry) => number): Way {
  const left = new Set(tables.keys());
  const steps: Way['steps'] = [];
  let tool = startTool;
  while (left.size) {
    let pick: { block: number; entry: Entry; ms: number } | null = null;
    for (const block of left) {
      const least = Math.min(...tables[block].map(price));
      for (const entry of tables[block]) {
        const ms = change(tool, entry.first) + price(entry) - least;
        if (entry.tried && (!pick || ms < pick.ms)) pick = { block, entry, ms };
      }
    }
    left.delete(pick!.block);
    steps.push({ block: pick!.block, entry: pick!.entry });
    tool = pick!.entry.last;
  }
  return { costMs: tables.reduce((sum, table) => sum + Math.min(...table.map(price)), 0), steps };
}

/** The cheapest way over the orders found so far, with its cost. */
function bestKnown(tables: Entry[][], startTool: string, change: Change): Way {
  const way = cheapestWay(
    tables.map((table) => table.filter((entry) => entry.sequence !== null)),
    startTool,
    change,
    (entry) => entry.costMs,
  );
  return { ...way, costMs: wayMs(way, startTool, change) };
}

function wayMs({ steps }: Way, startTool: string, change: Change): number {
  let costMs = 0;
  let tool = startTool;
  for (const { entry } of steps) {
    costMs += change(tool, entry.first) + entry.costMs;
    tool = entry.last;
  }
  return costMs;
}

function finish(searches: BlockSearch[], way: Way, startTool: string, change: Change, lowerMs: number): Joined {
  const sequence = way.steps.flatMap(({ block, entry }) =>
    entry.sequence!.map((member) => searches[block].block.members[member]),
  );
  const costMs = wayMs(way, startTool, change);
  return { sequence, costMs, lowerMs: Math.min(lowerMs, costMs) };
}

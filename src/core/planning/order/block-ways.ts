/** What is known of a block's orders that begin with one tool and end with another. */
export interface Entry {
  first: string;
  last: string;
  lowerMs: number;
  costMs: number;
  sequence: number[] | null;
}

/** Milliseconds to change from one tool to another. */
export type Change = (from: string, to: string) => number;

/** Up to here the order of the blocks is worked out exactly; beyond, the next one is the cheapest to begin. */
const EXACT_BLOCKS = 11;

/** A way through all blocks, with what it costs. */
export interface Way<E extends Entry> {
  costMs: number;
  steps: { block: number; entry: E }[];
}

/**
 * The cheapest order of blocks, with the pair of tools each begins and ends with. Exact for up to `EXACT_BLOCKS` blocks.
 * @param blocks the entries of each block, at least one with an order in each.
 */
export function cheapestWay<E extends Entry>(
  blocks: E[][],
  startTool: string,
  change: Change,
  price: (entry: E) => number,
): Way<E> {
  const lists = blocks.map((entries) => entries.filter((entry) => price(entry) !== Infinity));
  return lists.length <= EXACT_BLOCKS
    ? exactWay(lists, startTool, change, price)
    : greedyWay(lists, startTool, change, price);
}

/** Programme over (set of blocks done, tool at hand). O(2^blocks · blocks · tools²), after O(blocks · tools · entries). */
function exactWay<E extends Entry>(
  lists: E[][],
  startTool: string,
  change: Change,
  price: (entry: E) => number,
): Way<E> {
  const tools = [...new Set([startTool, ...lists.flatMap((list) => list.map(({ last }) => last))])];
  const arcs = lists.map((list) => tools.map((tool) => cheapestTo(list, tool, tools, change, price)));
  const sets = 1 << lists.length;
  const cost = new Float64Array(sets * tools.length).fill(Infinity);
  const from = new Int32Array(sets * tools.length);
  const by: E[] = [];
  cost[0] = 0;
  for (let cell = 0; cell < cost.length; cell += 1) {
    if (cost[cell] === Infinity) continue;
    const [done, tool] = [Math.floor(cell / tools.length), cell % tools.length];
    for (let block = 0; block < lists.length; block += 1) {
      if ((done >>> block) & 1) continue;
      const base = (done | (1 << block)) * tools.length;
      for (const { last, ms, entry } of arcs[block][tool]) {
        if (cost[cell] + ms >= cost[base + last]) continue;
        cost[base + last] = cost[cell] + ms;
        from[base + last] = cell;
        by[base + last] = entry;
      }
    }
  }
  let end = cost.length - tools.length;
  for (let cell = end; cell < cost.length; cell += 1) if (cost[cell] < cost[end]) end = cell;
  const steps: Way<E>['steps'] = [];
  for (let cell = end; cell >= tools.length; cell = from[cell]) {
    const done = Math.floor(cell / tools.length) ^ Math.floor(from[cell] / tools.length);
    steps.unshift({ block: 31 - Math.clz32(done), entry: by[cell] });
  }
  return { costMs: cost[end], steps };
}

interface Arc<E> {
  /** The tool it ends with, as a number. */
  last: number;
  ms: number;
  entry: E;
}

/** With one tool at hand: for each tool a block can end with, the cheapest of its entries and the change into it. */
function cheapestTo<E extends Entry>(
  list: E[],
  tool: string,
  tools: string[],
  change: Change,
  price: (entry: E) => number,
): Arc<E>[] {
  const best = new Map<number, Arc<E>>();
  for (const entry of list) {
    const last = tools.indexOf(entry.last);
    const ms = change(tool, entry.first) + price(entry);
    if (ms < (best.get(last)?.ms ?? Infinity)) best.set(last, { last, ms, entry });
  }
  return [...best.values()];
}

/** Next always the cheapest change; its cost as a bound leaves the changes between blocks out. */
function greedyWay<E extends Entry>(
  tables: E[][],
  startTool: string,
  change: Change,
  price: (entry: E) => number,
): Way<E> {
  const left = new Set(tables.keys());
  const steps: Way<E>['steps'] = [];
  let tool = startTool;
  while (left.size) {
    let pick: { block: number; entry: E; ms: number } | null = null;
    for (const block of left) {
      const least = Math.min(...tables[block].map(price));
      for (const entry of tables[block]) {
        const ms = change(tool, entry.first) + price(entry) - least;
        if (entry.sequence && (!pick || ms < pick.ms)) pick = { block, entry, ms };
      }
    }
    left.delete(pick!.block);
    steps.push({ block: pick!.block, entry: pick!.entry });
    tool = pick!.entry.last;
  }
  return { costMs: tables.reduce((sum, table) => sum + Math.min(...table.map(price)), 0), steps };
}

/** What a way costs, all changes of tool included. */
export function wayMs<E extends Entry>({ steps }: Way<E>, startTool: string, change: Change): number {
  let costMs = 0;
  let tool = startTool;
  for (const { entry } of steps) {
    costMs += change(tool, entry.first) + entry.costMs;
    tool = entry.last;
  }
  return costMs;
}

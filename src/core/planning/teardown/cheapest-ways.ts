import { WORD, wordsFor, type ActionGraph, goOn, NEVER, type ShouldStop } from '../graph';

/** Sets of graph nodes as bits, with what follows from choosing a node: everything it needs and pulls along. */
class NodeSets {
  readonly words: number;
  readonly ways: number[];
  private readonly needed = new Map<number, Int32Array>();
  private readonly leads = new Map<number, Int32Array>();
  private readonly waits = new Map<number, Int32Array>();

  constructor(
    private readonly graph: ActionGraph,
    private readonly shouldStop: ShouldStop,
  ) {
    this.words = wordsFor(graph.nodes.length);
    this.ways = graph.nodes.flatMap((node, id) => (node.anyOf ? [id] : []));
  }

  has = (set: Int32Array, id: number) => ((set[id >>> 5] >>> (id & 31)) & 1) === 1;
  includes = (set: Int32Array, ids: number[]) => ids.every((id) => this.has(set, id));

  /** What choosing the nodes brings with it, without the ways in still to be decided. */
  neededBy = (id: number) =>
    this.spread(this.needed, id, (at) => [...this.graph.nodes[at].needs, ...this.graph.nodes[at].pulls]);
  /** Everything that must be done before the node, whatever ways in are taken, and the node itself. */
  waitsFor = (id: number) => this.spread(this.waits, id, (at) => this.graph.nodes[at].needs);
  /** All that choosing the node could ever bring, by whatever ways in. */
  reachOf = (id: number) =>
    this.spread(this.leads, id, (at) => {
      const { needs, pulls, anyOf } = this.graph.nodes[at];
      return [...needs, ...pulls, ...(anyOf ?? []).flat()];
    });

  union(of: (id: number) => Int32Array, ids: number[], without: Int32Array): Int32Array {
    const set = new Int32Array(this.words);
    for (const id of ids) {
      const more = of(id);
      for (let w = 0; w < this.words; w += 1) set[w] |= more[w];
    }
    for (let w = 0; w < this.words; w += 1) set[w] &= ~without[w];
    return set;
  }

  costMs(set: Int32Array): number {
    let sum = 0;
    this.each(set, (id) => {
      sum += this.graph.nodes[id].action?.ms ?? 0;
    });
    return sum;
  }

  each(set: Int32Array, visit: (id: number) => void): void {
    for (let w = 0; w < this.words; w += 1)
      for (let bits = set[w]; bits !== 0; bits &= bits - 1) visit(w * WORD + 31 - Math.clz32(bits & -bits));
  }

  meets(a: Int32Array, b: Int32Array): boolean {
    for (let w = 0; w < this.words; w += 1) if ((a[w] & b[w]) !== 0) return true;
    return false;
  }

  isWithin(a: Int32Array, b: Int32Array): boolean {
    for (let w = 0; w < this.words; w += 1) if ((a[w] & ~b[w]) !== 0) return false;
    return true;
  }

  private spread(memory: Map<number, Int32Array>, start: number, next: (id: number) => number[]): Int32Array {
    const known = memory.get(start);
    if (known) return known;
    goOn(this.shouldStop);
    const set = new Int32Array(this.words);
    const stack = [start];
    while (stack.length) {
      const id = stack.pop()!;
      if (this.has(set, id)) continue;
      set[id >>> 5] |= 1 << (id & 31);
      stack.push(...next(id));
    }
    memory.set(start, set);
    return set;
  }
}

interface Way {
  missing: Int32Array;
  ms: number;
}

/** What a group of open choices adds at least, and with which nodes. */
interface Settled {
  ms: number;
  added: Int32Array;
}

/** Choices looked into before the search gives up; far beyond what vehicles ask for. */
const CHOICE_LIMIT = 200_000;

/**
 * The cheapest nodes that decide every open choice of `chosen`, whether or not they can be put in order. Ways that bring more than another way are dropped;
 * choices with one way left are made at once; choices whose ways have nothing in common are settled apart, and each such group only once for
 * the same surroundings; the rest is branch and bound. Exact. Null where no choice is possible or the limit was reached. Ties fall to the earlier way.
 * @throws OutOfTime where `shouldStop` says so
 */
export function cheapestWays(
  graph: ActionGraph,
  chosen: ReadonlySet<number>,
  banned: ReadonlySet<number>,
  shouldStop: ShouldStop = NEVER,
): Set<number> | null {
  const sets = new NodeSets(graph, shouldStop);
  const start = new Int32Array(sets.words);
  for (const id of chosen) start[id >>> 5] |= 1 << (id & 31);
  const ban = new Int32Array(sets.words);
  for (const id of banned) ban[id >>> 5] |= 1 << (id & 31);
  if (sets.meets(start, ban)) return null;
  const settled = new Choices(graph, sets, ban, shouldStop).settle(start, sets.ways);
  if (!settled) return null;
  const result = new Set(chosen);
  sets.each(settled.added, (id) => result.add(id));
  return result;
}

class Choices {
  private left = CHOICE_LIMIT;
  private readonly memory = new Map<string, Settled | null>();

  constructor(
    private readonly graph: ActionGraph,
    private readonly sets: NodeSets,
    private readonly ban: Int32Array,
    private readonly shouldStop: ShouldStop,
  ) {}

  /** Decides those of `ways` that are open in `chosen`. */
  settle(chosen: Int32Array, ways: number[]): Settled | null {
    const { sets } = this;
    const now = chosen.slice();
    let ms = 0;
    let open = this.openOf(now, ways);
    for (let changed = true; changed;) {
      changed = false;
      for (const id of open) {
        const offers = this.offers(now, id);
        if (offers.length === 0) return null;
        if (offers.length > 1) continue;
        this.add(now, offers[0].missing);
        ms += offers[0].ms;
        open = this.openOf(now, ways);
        changed = true;
        break;
      }
    }
    for (const group of this.groups(now, open)) {
      const settled = this.settleGroup(now, group, ways);
      if (!settled) return null;
      this.add(now, settled.added);
      ms += settled.ms;
    }
    for (let w = 0; w < sets.words; w += 1) now[w] &= ~chosen[w];
    return { ms, added: now };
  }

  /** Branches over one choice of a group that hangs together; remembers the answer for the part of the surroundings that matters. */
  private settleGroup(chosen: Int32Array, group: number[], ways: number[]): Settled | null {
    const { sets } = this;
    const reach = sets.union(sets.reachOf, group, new Int32Array(sets.words));
    const key = `${group.join()}|${reach.map((bits, w) => bits & chosen[w]).join()}`;
    const known = this.memory.get(key);
    if (known !== undefined) return known;
    if ((this.left -= 1) < 0) return null;
    const inside = ways.filter((id) => sets.has(reach, id));
    const offers = group.map((id) => this.offers(chosen, id));
    const first = offers.reduce((a, b) => (b[0].ms > a[0].ms ? b : a));
    let best: Settled | null = null;
    for (const way of first) {
      if (best && way.ms >= best.ms) break;
      const next = chosen.slice();
      this.add(next, way.missing);
      const rest = this.settle(next, inside);
      if (!rest || (best && way.ms + rest.ms >= best.ms)) continue;
      this.add(rest.added, way.missing);
      best = { ms: way.ms + rest.ms, added: rest.added };
    }
    this.memory.set(key, best);
    return best;
  }

  private add(into: Int32Array, more: Int32Array): void {
    for (let w = 0; w < this.sets.words; w += 1) into[w] |= more[w];
  }

  private openOf(chosen: Int32Array, ways: number[]): number[] {
    return ways.filter(
      (id) => this.sets.has(chosen, id) && !this.graph.nodes[id].anyOf!.some((set) => this.sets.includes(chosen, set)),
    );
  }

  /** The ways in to a node, cheapest first, without those that wait for the node itself and those that bring all that another brings. */
  private offers(chosen: Int32Array, id: number): Way[] {
    const { sets } = this;
    goOn(this.shouldStop);
    const all = this.graph.nodes[id]
      .anyOf!.filter((set) => !set.some((need) => sets.has(sets.waitsFor(need), id)))
      .map((set) => sets.union(sets.neededBy, set, chosen))
      .filter((missing) => !sets.meets(missing, this.ban))
      .map((missing): Way => ({ missing, ms: sets.costMs(missing) }))
      .sort((a, b) => a.ms - b.ms);
    return all.filter(
      (way, at) => !all.some((other, place) => place < at && sets.isWithin(other.missing, way.missing)),
    );
  }

  /** Open choices put together where what their ways could lead to meets outside what is chosen. */
  private groups(chosen: Int32Array, open: number[]): number[][] {
    const { sets } = this;
    let groups: { ids: number[]; reach: Int32Array }[] = [];
    for (const id of open) {
      const one = { ids: [id], reach: sets.union(sets.reachOf, this.graph.nodes[id].anyOf!.flat(), chosen) };
      const touching = groups.filter((group) => sets.meets(group.reach, one.reach));
      for (const group of touching) {
        one.ids.push(...group.ids);
        this.add(one.reach, group.reach);
      }
      groups = [...groups.filter((group) => !touching.includes(group)), one];
    }
    return groups.map((group) => group.ids.sort((a, b) => a - b));
  }
}

import { carryOut, type ActionGraph, goOn, NEVER, type ShouldStop } from '../graph';
import { cheapestWays } from './cheapest-ways';
import { addToClosure, cloneClosure, emptyClosure, missingFrom, type Closure } from './closure';

/** The cheapest set of nodes that makes the goals true, and which alternative each route took. */
export interface LeastTeardown {
  chosen: Set<number>;
  /** Index into `anyOf` of every chosen node that has alternatives. */
  taken: Map<number, number>;
  costMs: number;
  /** False only where the search was cut off; then `chosen` is the best found. */
  proved: boolean;
}

/** Nodes that can never be done because they wait for one another. */
export interface Unorderable {
  stuck: number[];
}

const NODE_LIMIT = 4_000;

/**
 * The actions with the least total time that make the goal nodes true: the ancestor closure, and where routes leave a
 * choice the provably cheapest one with shared work counted once (`cheapestWays`). Where that cannot be carried out in any order, branch and bound with an
 * order check; its bound shares an action's time among all open alternatives that could use it, so it never overestimates. `banned` nodes may not be chosen.
 * Deterministic: ties fall to the earlier alternative. Returns the stuck nodes where no choice can be carried out in any order.
 * @throws OutOfTime where `shouldStop` ends the search before a choice was found
 */
export function leastTeardown(
  graph: ActionGraph,
  goals: number[],
  banned: ReadonlySet<number> = new Set(),
  shouldStop: ShouldStop = NEVER,
): LeastTeardown | Unorderable {
  const start = emptyClosure();
  addToClosure(graph, start, goals);
  if (blocked(start, banned)) return { stuck: [] };
  // Almost always the cheapest choice can be carried out, and then nothing cheaper exists.
  const cheapest = cheapestWays(graph, start.chosen, banned, shouldStop);
  const carried = cheapest && carryOut(graph, cheapest, { rules: true });
  if (cheapest && carried!.done.size === cheapest.size) {
    const costMs = [...cheapest].reduce((sum, id) => sum + (graph.nodes[id].action?.ms ?? 0), 0);
    return { chosen: cheapest, taken: carried!.taken, costMs, proved: true };
  }
  const beyondReach = stuckForGood(graph, goals, banned);
  return beyondReach.length ? { stuck: beyondReach } : search(graph, start, banned, shouldStop);
}

/** The needed nodes that cannot be done even when everything else is, whatever ways in are taken; empty where the goals can be reached. */
function stuckForGood(graph: ActionGraph, goals: number[], banned: ReadonlySet<number>): number[] {
  const everything = new Set(goals);
  for (const id of everything) {
    const { needs, pulls, anyOf } = graph.nodes[id];
    for (const next of [...needs, ...pulls, ...(anyOf ?? []).flat()]) if (!banned.has(next)) everything.add(next);
  }
  const { done } = carryOut(graph, everything, { rules: false });
  return goals.every((goal) => done.has(goal)) ? [] : [...everything].filter((id) => !done.has(id));
}

/** Branch and bound from a closure over its open choices, with a look at the end whether they can be carried out. */
function search(
  graph: ActionGraph,
  start: Closure,
  banned: ReadonlySet<number>,
  shouldStop: ShouldStop,
): LeastTeardown | Unorderable {
  let best: LeastTeardown | null = null;
  let stuckSeen: number[] = [];
  let visited = 0;
  const seen = new Set<string>();

  const visit = (closure: Closure): void => {
    visited += 1;
    if (!best) goOn(shouldStop);
    if (visited > NODE_LIMIT || (best && shouldStop()) || (best && closure.costMs >= best.costMs)) return;
    const open = closure.open.filter(
      (id) => !graph.nodes[id].anyOf!.some((set) => set.every((n) => closure.chosen.has(n))),
    );
    closure.open = open;
    if (closure.open.length === 0) return leaf(closure);
    const offers = open.map((id) => {
      goOn(shouldStop);
      return offersOf(graph, closure, id, banned);
    });
    if (offers.some((offer) => offer.ways.length === 0)) return;
    if (best && closure.costMs + sharedBound(graph, offers) >= best.costMs) return;
    const next = offers.reduce((a, b) => (b.cheapestMs > a.cheapestMs ? b : a));
    branch(
      closure,
      next.ways.map((way) => way.alternative),
    );
  };

  const branch = (closure: Closure, ways: number[][]): void => {
    for (const way of ways) {
      if (best ? shouldStop() : (goOn(shouldStop), false)) return;
      const child = cloneClosure(closure);
      addToClosure(graph, child, way);
      if (blocked(child, banned)) continue;
      const key = child.open.length > 0 ? [...child.chosen].sort((a, b) => a - b).join() : '';
      if (key && seen.has(key)) continue;
      if (key) seen.add(key);
      visit(child);
    }
  };

  const leaf = (closure: Closure): void => {
    const { done, taken } = carryOut(graph, closure.chosen, { rules: true });
    const stuck = [...closure.chosen].filter((id) => !done.has(id));
    if (stuck.length === 0) {
      best = { chosen: closure.chosen, taken, costMs: closure.costMs, proved: true };
      return;
    }
    stuckSeen = stuckSeen.length ? stuckSeen : stuck;
    const unused = stuck
      .flatMap((id) => graph.nodes[id].anyOf ?? [])
      .filter((set) => set.some((n) => !closure.chosen.has(n)));
    branch(closure, unused);
  };

  visit(start);
  const found = best as LeastTeardown | null;
  return found ? { ...found, proved: visited <= NODE_LIMIT && !shouldStop() } : { stuck: stuckSeen };
}

const blocked = (closure: Closure, banned: ReadonlySet<number>) =>
  banned.size > 0 && [...banned].some((id) => closure.chosen.has(id));

interface Offer {
  ways: { alternative: number[]; missing: number[]; ms: number }[];
  cheapestMs: number;
}

function offersOf(graph: ActionGraph, closure: Closure, id: number, banned: ReadonlySet<number>): Offer {
  const ways = graph.nodes[id]
    .anyOf!.map((alternative) => {
      const missing = missingFrom(graph, closure.chosen, alternative);
      return { alternative, missing, ms: missing.reduce((sum, n) => sum + (graph.nodes[n].action?.ms ?? 0), 0) };
    })
    .filter((way) => !way.missing.some((n) => banned.has(n)));
  ways.sort((a, b) => a.ms - b.ms);
  return { ways, cheapestMs: ways[0]?.ms ?? Infinity };
}

function sharedBound(graph: ActionGraph, offers: Offer[]): number {
  const users = new Map<number, number>();
  for (const offer of offers) {
    for (const n of new Set(offer.ways.flatMap((way) => way.missing))) users.set(n, (users.get(n) ?? 0) + 1);
  }
  const shareOf = (missing: number[]) =>
    missing.reduce((sum, n) => sum + (graph.nodes[n].action?.ms ?? 0) / users.get(n)!, 0);
  return offers.reduce((sum, offer) => sum + Math.min(...offer.ways.map((way) => shareOf(way.missing))), 0);
}

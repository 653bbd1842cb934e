import type { ActionGraph } from '../graph';
import type { LeastTeardown } from './least-teardown';

/**
 * For every chosen node, the next node on a shortest chain of reasons to a goal; goals map to themselves.
 * Breadth first from the goals against the needs; ties fall to the smaller key. Linear in edges.
 */
export function reasonChains(graph: ActionGraph, plan: LeastTeardown, goals: Iterable<number>): Map<number, number> {
  const next = new Map<number, number>();
  const queue = [...goals].sort((a, b) => (graph.nodes[a].key < graph.nodes[b].key ? -1 : 1));
  for (const goal of queue) next.set(goal, goal);
  for (let head = 0; head < queue.length; head += 1) {
    const id = queue[head];
    const node = graph.nodes[id];
    const way = plan.taken.get(id);
    const needs = [...node.needs, ...(node.anyOf && way !== undefined ? node.anyOf[way] : []), ...node.pulls];
    for (const need of needs.sort((a, b) => (graph.nodes[a].key < graph.nodes[b].key ? -1 : 1))) {
      if (next.has(need) || !plan.chosen.has(need)) continue;
      next.set(need, id);
      queue.push(need);
    }
  }
  return next;
}

/** The nodes on the chain of reasons from one chosen node to its goal, both ends included. */
export function chainFrom(next: ReadonlyMap<number, number>, start: number): number[] {
  const chain = [start];
  for (let at = start; next.has(at) && next.get(at) !== at; at = next.get(at)!) chain.push(next.get(at)!);
  return chain;
}

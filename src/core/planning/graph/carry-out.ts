import { append } from '../../lists';
import type { ActionGraph } from './graph';

/** What could be done of a choice, and by which way each item with several was reached. */
export interface Carried {
  done: Set<number>;
  /** For each done node with alternatives, the index of the first that became true. */
  taken: Map<number, number>;
}

/**
 * Does everything that can be done within `chosen`, in rounds. With `rules`, what a `before` rule puts later waits for what it puts first, so that a way in
 * which would close a loop with a rule is not taken where another one is chosen too. What is not `done` at the end waits for itself. Linear in edges.
 */
export function carryOut(graph: ActionGraph, chosen: ReadonlySet<number>, { rules }: { rules: boolean }): Carried {
  const done = new Set<number>();
  const taken = new Map<number, number>();
  const first = rules ? firstOf(graph, chosen) : new Map<number, number[]>();
  const waiters = new Map<number, number[]>();
  for (const id of chosen) {
    const { needs, anyOf } = graph.nodes[id];
    for (const need of [...needs, ...(anyOf ?? []).flat(), ...(first.get(id) ?? [])]) append(waiters, need, id);
  }
  const queue = [...chosen].sort((a, b) => a - b);
  for (let head = 0; head < queue.length; head += 1) {
    const id = queue[head];
    const node = graph.nodes[id];
    const isWaiting = [node.needs, first.get(id) ?? []].some((list) => !list.every((n) => done.has(n)));
    if (done.has(id) || isWaiting) continue;
    const way = node.anyOf ? node.anyOf.findIndex((set) => set.every((n) => done.has(n))) : 0;
    if (way < 0) continue;
    done.add(id);
    if (node.anyOf) taken.set(id, way);
    queue.push(...(waiters.get(id) ?? []));
  }
  return { done, taken };
}

/** For each chosen node, the chosen ones that order rules put before it. */
function firstOf(graph: ActionGraph, chosen: ReadonlySet<number>): Map<number, number[]> {
  const before = new Map<number, number[]>();
  for (const { first, then } of graph.orderEdges)
    if (first !== then && chosen.has(first) && chosen.has(then)) append(before, then, first);
  return before;
}

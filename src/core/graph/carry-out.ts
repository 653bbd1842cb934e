import type { ActionGraph } from './graph';

/**
 * Does everything that can be done within `chosen`, in rounds, and notes the first alternative that became true for each
 * node with routes. What is not `done` at the end waits for itself. Linear in edges.
 */
export function carryOut(
  graph: ActionGraph,
  chosen: ReadonlySet<number>,
): { done: Set<number>; taken: Map<number, number> } {
  const done = new Set<number>();
  const taken = new Map<number, number>();
  const waiters = new Map<number, number[]>();
  for (const id of chosen) {
    for (const need of [...graph.nodes[id].needs, ...(graph.nodes[id].anyOf ?? []).flat()]) {
      const list = waiters.get(need);
      if (list) list.push(id);
      else waiters.set(need, [id]);
    }
  }
  const queue = [...chosen].sort((a, b) => a - b);
  for (let head = 0; head < queue.length; head += 1) {
    const id = queue[head];
    const node = graph.nodes[id];
    if (done.has(id) || !node.needs.every((n) => done.has(n))) continue;
    const way = node.anyOf ? node.anyOf.findIndex((set) => set.every((n) => done.has(n))) : 0;
    if (way < 0) continue;
    done.add(id);
    if (node.anyOf) taken.set(id, way);
    queue.push(...(waiters.get(id) ?? []));
  }
  return { done, taken };
}

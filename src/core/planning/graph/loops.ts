import { append } from '../../lists';
import type { ActionGraph } from './graph';
import { findLoop } from './precedence';

/**
 * Loops through nodes that wait for one another, each as its nodes in waiting order; loops that share a node are given once. `most` bounds how many are
 * looked for. O(most × edges).
 */
export function loopsAmong(graph: ActionGraph, stuck: Iterable<number>, most = 20): number[][] {
  const ids = [...stuck];
  const at = new Map(ids.map((id, position) => [id, position]));
  const ruled = new Map<number, number[]>();
  for (const { first, then } of graph.orderEdges) append(ruled, then, first);
  const waitsFor = (id: number) => [
    ...graph.nodes[id].needs,
    ...(graph.nodes[id].anyOf ?? []).flat(),
    ...(ruled.get(id) ?? []),
  ];
  let before = ids.map((id) => waitsFor(id).flatMap((need) => at.get(need) ?? []));
  const loops: number[][] = [];
  for (let loop = findLoop(before); loop && loops.length < most; loop = findLoop(before)) {
    const cut = new Set(loop);
    loops.push(loop.map((position) => ids[position]));
    before = before.map((list, position) => (cut.has(position) ? [] : list.filter((need) => !cut.has(need))));
  }
  return loops;
}

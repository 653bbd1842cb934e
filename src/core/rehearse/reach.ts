import type { ActionGraph } from '../planning';
import type { Ground } from './ground';
import type { Rehearsal } from './state';

/** Whether a node's state holds: an action that was done; anything else where all it needs holds by one of its ways. */
export function holds(graph: ActionGraph, isDone: ReadonlySet<number>, id: number, seen = new Set<number>()): boolean {
  const node = graph.nodes[id];
  if (node.action) return isDone.has(id);
  if (seen.has(id)) return false;
  const within = new Set(seen).add(id);
  const all = (ids: number[]) => ids.every((need) => holds(graph, isDone, need, within));
  return all(node.needs) && (node.anyOf === null || node.anyOf.some(all));
}

/** The nearest actions that a node still waits for; of several ways in the one with the fewest. Empty where it can be done now. */
export function waitingFor(
  graph: ActionGraph,
  isDone: ReadonlySet<number>,
  id: number,
  seen = new Set<number>(),
): number[] {
  if (seen.has(id)) return [];
  const within = new Set(seen).add(id);
  const node = graph.nodes[id];
  const of = (ids: number[]): number[] => [
    ...new Set(
      ids.flatMap((need) =>
        graph.nodes[need].action ? (isDone.has(need) ? [] : [need]) : waitingFor(graph, isDone, need, within),
      ),
    ),
  ];
  const ways = node.anyOf?.map(of).sort((a, b) => a.length - b.length);
  return [...new Set([...of(node.needs), ...(ways?.[0] ?? [])])];
}

/** What a rule of order puts before an action, of what is to come out anyway. */
export const orderedBefore = ({ graph, chosen }: Ground, { isDone }: Rehearsal, id: number) =>
  graph.orderEdges.filter(
    ({ first, then }) => then === id && first !== then && chosen.has(first) && chosen.has(then) && !isDone.has(first),
  );

/** Whether everything wanted is out, and what lies loose by it is taken up. */
export function isReached({ graph, goalNodes }: Ground, { isDone }: Rehearsal): boolean {
  return goalNodes.every((id) => holds(graph, isDone, id));
}

/** What has to be taken along with what is out and was not: a washer that lies loose, a corner trim in the way of a seat. */
export const leftLying = ({ graph }: Ground, { isDone, done }: Rehearsal): number[] => [
  ...new Set(done.flatMap((id) => graph.nodes[id].pulls.filter((one) => !isDone.has(one)))),
];

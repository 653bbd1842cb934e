import { append } from '../../lists';
import type { ActionGraph } from './graph';

/** The chosen actions and what must come before what, with nodes that are no actions folded away. */
export interface Precedence {
  /** Node ids of the actions, ascending by key: a stable order that no insertion or locale changes. */
  actions: number[];
  /** For each action (by position in `actions`), the positions of its direct predecessors, ascending. */
  before: number[][];
}

/**
 * Direct precedence among chosen actions: what they need, through the route taken, and the order rules whose both ends are
 * chosen. Linear in the edges.
 */
export function precedenceOf(
  graph: ActionGraph,
  chosen: ReadonlySet<number>,
  taken: ReadonlyMap<number, number>,
): Precedence {
  const keyOf = (id: number) => graph.nodes[id].key;
  const actions = [...chosen].filter((id) => graph.nodes[id].action).sort((a, b) => (keyOf(a) < keyOf(b) ? -1 : 1));
  const positionOf = new Map(actions.map((id, position) => [id, position]));
  const ordered = new Map<number, number[]>();
  for (const edge of graph.orderEdges) {
    if (!chosen.has(edge.first) || !chosen.has(edge.then) || edge.first === edge.then) continue;
    append(ordered, edge.then, edge.first);
  }
  const direct = (id: number): number[] => {
    const node = graph.nodes[id];
    const way = taken.get(id);
    return [...node.needs, ...(node.anyOf && way !== undefined ? node.anyOf[way] : []), ...(ordered.get(id) ?? [])];
  };
  const known = new Map<number, number[]>();
  const throughReach = (id: number): number[] => {
    const found = known.get(id);
    if (found) return found;
    // A node on a loop of nodes that are no actions adds nothing of its own while it is being looked at.
    known.set(id, []);
    const through = [
      ...new Set(
        direct(id).flatMap((need) => (positionOf.has(need) ? [need] : chosen.has(need) ? throughReach(need) : [])),
      ),
    ];
    known.set(id, through);
    return through;
  };
  const before = actions.map((id) =>
    throughReach(id)
      .map((need) => positionOf.get(need)!)
      .filter((p) => actions[p] !== id)
      .sort((a, b) => a - b),
  );
  return { actions, before };
}

/** The items of one loop in a precedence, in order, or null where it can be carried out. Linear. */
export function findLoop(before: number[][]): number[] | null {
  const state = new Uint8Array(before.length);
  for (let start = 0; start < before.length; start += 1) {
    if (state[start]) continue;
    const path = [start];
    const next = [0];
    state[start] = 1;
    while (path.length) {
      const at = path[path.length - 1];
      const need = before[at][next[next.length - 1]++];
      if (need === undefined) {
        state[at] = 2;
        path.pop();
        next.pop();
      } else if (state[need] === 1) {
        return path.slice(path.indexOf(need)).reverse();
      } else if (state[need] === 0) {
        state[need] = 1;
        path.push(need);
        next.push(0);
      }
    }
  }
  return null;
}

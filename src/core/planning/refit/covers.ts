import { reachable, type ActionGraph, type NodeRef } from '../graph';
import { itemKey } from '../../document';

/** For each part, by `itemKey`, the done nodes it covers, directly or through other parts it covers. */
export type Covers = Map<string, Set<number>>;

/** The part a node frees, peels back or takes off, by `itemKey`; null for every other node. */
const partOf = (ref: NodeRef) =>
  ref.type === 'free' || ref.type === 'takeOff' || ref.type === 'peel' ? itemKey(ref) : null;

/**
 * What each part covers among the done actions: everything whose way in leads through that part being free or off.
 * Holding is not covering: a cap covers the screws under it, not the panel those screws hold.
 * Cost: linear in edges, times the depth of layers.
 */
export function coversOf(graph: ActionGraph, done: ReadonlySet<number>): Covers {
  const direct: Covers = new Map();
  for (const id of done) {
    for (const part of partsInTheWay(graph, id)) {
      const set = direct.get(part) ?? new Set();
      set.add(id);
      direct.set(part, set);
    }
  }
  const closed: Covers = new Map();
  for (const part of direct.keys()) closed.set(part, closeCover(graph, direct, part));
  return closed;
}

function closeCover(graph: ActionGraph, direct: Covers, part: string): Set<number> {
  const covered = reachable(direct.get(part) ?? [], (id) => {
    const inner = partOf(graph.nodes[id].ref);
    return inner && inner !== part ? (direct.get(inner) ?? []) : [];
  });
  for (const id of covered) if (partOf(graph.nodes[id].ref) === part) covered.delete(id);
  return covered;
}

/** The parts that must be free or off before an item can be got at, read from its reach node and those it leans on, work that comes first among them. */
export function partsInTheWay(graph: ActionGraph, id: number): Set<string> {
  const isReach = (one: number) => !graph.nodes[one].action || graph.nodes[one].ref.type === 'work';
  const waysIn = (one: number) => [...graph.nodes[one].needs, ...(graph.nodes[one].anyOf ?? []).flat()];
  const reaches = reachable(graph.nodes[id].needs.filter(isReach), (one) =>
    waysIn(one).filter((need) => isReach(need) && !partOf(graph.nodes[need].ref)),
  );
  const parts = [...reaches].flatMap(waysIn).map((need) => partOf(graph.nodes[need].ref));
  return new Set(parts.filter((part) => part !== null));
}

import type { ActionGraph } from '../graph';

/** For each part ("procedure/part"), the done nodes it covers, directly or through other parts it covers. */
export type Covers = Map<string, Set<number>>;

const partOf = (key: string) => /^(?:free|takeOff):(.+)$/.exec(key)?.[1] ?? null;

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
  const covered = new Set(direct.get(part));
  for (const id of covered) {
    const inner = partOf(graph.nodes[id].key);
    if (inner && inner !== part) for (const deeper of direct.get(inner) ?? []) covered.add(deeper);
  }
  for (const id of covered) if (partOf(graph.nodes[id].key) === part) covered.delete(id);
  return covered;
}

/** The parts that must be free or off before an item can be got at, read from its reach node. */
function partsInTheWay(graph: ActionGraph, id: number): Set<string> {
  const parts = new Set<string>();
  const stack = graph.nodes[id].needs.filter((need) => !graph.nodes[need].action);
  for (const reach of stack) {
    const node = graph.nodes[reach];
    for (const need of [...node.needs, ...(node.anyOf ?? []).flat()]) {
      const part = partOf(graph.nodes[need].key);
      if (part) parts.add(part);
      else if (!graph.nodes[need].action && !stack.includes(need)) stack.push(need);
    }
  }
  return parts;
}

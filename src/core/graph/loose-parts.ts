import type { Part } from '../procedure';
import type { RemovalType } from './action';
import { nodeIdOf, type ActionGraph } from './graph';
import { reachable } from './reachable';

const WHY = 'a loose part is taken up before it can fall';

/**
 * A loose part is taken once its holder is off, and before anything else that waited for the holder. Applied when every other rule stands, so that
 * what waits in another procedure is seen too. Linear in the edges, and in the needs of each loose part.
 */
export function addLooseParts(graph: ActionGraph): void {
  const loose = [...graph.documents.values()].flatMap((document) =>
    document.parts.filter((part) => part.looseWith).map((part) => ({ procedure: document.id, part })),
  );
  if (loose.length === 0) return;
  const waiters = waitersOf(graph);
  for (const { procedure, part } of loose) addLoose(graph, waiters, procedure, part);
}

function addLoose(graph: ActionGraph, waiters: Map<number, number[]>, procedure: string, part: Part): void {
  const id = (type: RemovalType, item: string) => nodeIdOf(graph, { type, procedure, item });
  const holder = id('takeOff', part.looseWith!);
  const off = id('takeOff', part.id);
  const free = id('free', part.id);
  if (holder === undefined || off === undefined || free === undefined) return;
  if (!graph.nodes[free].needs.includes(holder)) graph.nodes[free].needs.push(holder);
  graph.nodes[holder].pulls.push(off);
  const siblings = [...graph.indexes.get(procedure)!.parts.values()].filter((one) => one.looseWith === part.looseWith);
  const offs = siblings.map((one) => id('takeOff', one.id)).filter((one) => one !== undefined);
  const ownWay = reachable(offs, (one) => graph.nodes[one].needs);
  for (const then of waiters.get(holder) ?? [])
    if (!ownWay.has(then)) graph.orderEdges.push({ first: off, then, why: WHY });
}

/** For each node, those that need it, by whatever way in. */
function waitersOf(graph: ActionGraph): Map<number, number[]> {
  const waiters = new Map<number, number[]>();
  graph.nodes.forEach((node, id) => {
    for (const need of new Set([...node.needs, ...(node.anyOf ?? []).flat()])) {
      const list = waiters.get(need);
      if (list) list.push(id);
      else waiters.set(need, [id]);
    }
  });
  return waiters;
}

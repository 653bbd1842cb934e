import { append } from '../../lists';
import type { Part } from '../../document';
import type { RemovalType } from './action';
import { nodeIdOf, type ActionGraph } from './graph';
import { reachable } from './reachable';

const WHY = 'a loose part is taken up before it can fall';

/**
 * A loose part is taken once its holder is off, and before anything else that waited for the holder. Applied when every other rule stands, so that
 * what waits in another procedure is seen too. The parts of one holder are taken together: linear in the edges, and in the needs of each holder's parts.
 */
export function addLooseParts(graph: ActionGraph): void {
  const loose = [...graph.documents.values()].flatMap((document) =>
    [...groupLoose(document.parts)].map(([holder, parts]) => ({ procedure: document.id, holder, parts })),
  );
  if (loose.length === 0) return;
  const waiters = waitersOf(graph);
  for (const { procedure, holder, parts } of loose) addLoose(graph, waiters, procedure, holder, parts);
}

/** Loose parts by what they lie under. */
function groupLoose(parts: Part[]): Map<string, Part[]> {
  const groups = new Map<string, Part[]>();
  for (const part of parts) {
    const holder = part.looseWith;
    if (holder) append(groups, holder, part);
  }
  return groups;
}

function addLoose(graph: ActionGraph, waiters: Map<number, number[]>, procedure: string, under: string, parts: Part[]) {
  const id = (type: RemovalType, item: string) => nodeIdOf(graph, { type, procedure, item });
  const holder = id('takeOff', under);
  if (holder === undefined) return;
  const offs = parts.map((one) => id('takeOff', one.id)).filter((one) => one !== undefined);
  const ownWay = reachable(offs, (one) => graph.nodes[one].needs);
  const later = (waiters.get(holder) ?? []).filter((then) => !ownWay.has(then));
  for (const part of parts) {
    const off = id('takeOff', part.id);
    const free = id('free', part.id);
    if (off === undefined || free === undefined) continue;
    if (!graph.nodes[free].needs.includes(holder)) graph.nodes[free].needs.push(holder);
    graph.nodes[holder].pulls.push(off);
    for (const then of later) graph.orderEdges.push({ first: off, then, why: WHY });
  }
}

/** For each node, those that need it, by whatever way in. */
function waitersOf(graph: ActionGraph): Map<number, number[]> {
  const waiters = new Map<number, number[]>();
  graph.nodes.forEach((node, id) => {
    for (const need of new Set([...node.needs, ...(node.anyOf ?? []).flat()])) append(waiters, need, id);
  });
  return waiters;
}

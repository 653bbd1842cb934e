import { heldParts } from '../../document';
import { stepKey, type ActionGraph, type RemovalType } from '../../planning';

/**
 * The order people recorded, as positions in `ids`: each recorded item where it was tapped. A part is freed where its last fastener stands, even if the part itself was
 * placed first, and put aside as soon as its links are undone. Items nobody recorded are left to the end.
 */
export function recordedWish(graph: ActionGraph, ids: number[]): number[] {
  const positionOf = new Map(ids.map((id, at) => [graph.nodes[id].key, at]));
  const wish: number[] = [];
  for (const document of graph.documents.values()) {
    const rank = new Map((document.recordedOrder ?? []).map((item, at) => [item, at]));
    const stops: { at: number; later: number; key: string }[] = [];
    const last = (at: number, items: { id: string }[]) => Math.max(at, ...items.map(({ id }) => rank.get(id) ?? at));
    for (const [item, at] of rank) {
      const keyOf = (type: RemovalType) => stepKey({ type, procedure: document.id, item });
      for (const type of ['release', 'undo', 'work'] as const) stops.push({ at, later: 0, key: keyOf(type) });
      const freed = last(
        at,
        document.fasteners.filter((fastener) => heldParts(fastener).includes(item)),
      );
      stops.push({ at: freed, later: 1, key: keyOf('free') });
      for (const region of Object.keys(graph.indexes.get(document.id)!.parts.get(item)?.regions ?? {}))
        stops.push({ at: freed, later: 1, key: stepKey({ type: 'peel', procedure: document.id, item, region }) });
      const links = document.links.filter((link) => link.joins.includes(item));
      stops.push({ at: last(freed, links), later: 2, key: keyOf('takeOff') });
    }
    stops.sort((a, b) => a.at - b.at || a.later - b.later);
    wish.push(...stops.map((stop) => positionOf.get(stop.key)).filter((position) => position !== undefined));
  }
  return wish;
}

import { stepKey, type ActionGraph, type RemovalType } from '../graph';

/**
 * The order people recorded, as positions in `ids`: each recorded item where it was tapped; a part is freed there and put
 * aside as soon as its links are undone. Items nobody recorded are left to the end.
 */
export function recordedWish(graph: ActionGraph, ids: number[]): number[] {
  const positionOf = new Map(ids.map((id, at) => [graph.nodes[id].key, at]));
  const wish: number[] = [];
  for (const document of graph.documents.values()) {
    const recorded = document.recordedOrder ?? [];
    const rank = new Map(recorded.map((item, at) => [item, at]));
    const stops: { at: number; later: number; key: string }[] = [];
    for (const [item, at] of rank) {
      const keyOf = (type: RemovalType) => stepKey({ type, procedure: document.id, item });
      for (const type of ['release', 'undo', 'free'] as const) stops.push({ at, later: 0, key: keyOf(type) });
      const links = document.links.filter((link) => link.joins.includes(item)).map((link) => rank.get(link.id) ?? at);
      stops.push({ at: Math.max(at, ...links), later: 1, key: keyOf('takeOff') });
    }
    stops.sort((a, b) => a.at - b.at || a.later - b.later);
    wish.push(...stops.map((stop) => positionOf.get(stop.key)).filter((position) => position !== undefined));
  }
  return wish;
}

import type { ActionGraph } from '../graph';
import { heldParts, itemKey, type ItemRef } from '../../document';

/** Parts, by `itemKey`, in whose place work that was done put new ones. */
export function replacedParts(graph: ActionGraph, done: Iterable<number>): Set<string> {
  const replaced = new Set<string>();
  for (const id of done) {
    const { type, procedure, item } = graph.nodes[id].ref;
    const part = type === 'work' ? graph.indexes.get(procedure!)!.works.get(item)!.replaces : undefined;
    if (part) replaced.add(itemKey({ procedure, item: part }));
  }
  return replaced;
}

/** Whether an item stays out with a part that was replaced: the part itself, a fastener of nothing else, a link to it. */
export function staysOut(graph: ActionGraph, replaced: ReadonlySet<string>, { procedure, item }: ItemRef): boolean {
  if (replaced.size === 0) return false;
  const index = graph.indexes.get(procedure);
  const isGone = (part: string) => replaced.has(itemKey({ procedure, item: part }));
  const fastener = index?.fasteners.get(item);
  if (fastener) return heldParts(fastener).every(isGone);
  return isGone(item) || !!index?.links.get(item)?.joins.some(isGone);
}

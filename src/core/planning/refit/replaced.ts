import type { ActionGraph } from '../graph';
import { heldParts, itemKey, type ItemRef, type TakenOver } from '../../document';

/** Parts, by `itemKey`, in whose place work that was done put new ones, each with what those take over. */
export type Replaced = ReadonlyMap<string, TakenOver | undefined>;

/** The parts in whose place new ones were put. */
export function replacedParts(graph: ActionGraph, done: Iterable<number>): Map<string, TakenOver | undefined> {
  const replaced = new Map<string, TakenOver | undefined>();
  for (const id of done) {
    const { type, procedure, item } = graph.nodes[id].ref;
    const work = type === 'work' ? graph.indexes.get(procedure!)!.works.get(item)! : undefined;
    if (work?.replaces) replaced.set(itemKey({ procedure, item: work.replaces }), work.takesOver);
  }
  return replaced;
}

/** Whether an item stays out with a part that was replaced: the part itself, a fastener of nothing else, a link to it; but not what the new one takes over. */
export function staysOut(graph: ActionGraph, replaced: Replaced, { procedure, item }: ItemRef): boolean {
  if (replaced.size === 0) return false;
  const index = graph.indexes.get(procedure);
  const isGone = (part: string) => {
    const key = itemKey({ procedure, item: part });
    return replaced.has(key) && !replaced.get(key)?.returns.includes(item);
  };
  const fastener = index?.fasteners.get(item);
  if (fastener) return heldParts(fastener).every(isGone);
  return isGone(item) || !!index?.links.get(item)?.joins.some(isGone);
}

import { itemsOf, type ProcedureDocument } from '../../document';
import { coverOptions } from './options-check';

/** Option sets looked at for a small document; fewer for a large one, so that the work stays bounded. */
const MAX_SETS = 64;
const ITEM_BUDGET = 20_000;

/** How many option sets a document of so many items is looked at under. */
export const mostSets = (items: number): number =>
  Math.max(2, Math.min(MAX_SETS, Math.floor(ITEM_BUDGET / Math.max(1, items))));

/**
 * The work of checking a document, counted before it is begun: nodes and edges of its graph under every option set that is looked at, ways in that are tried one by one, and pairs of
 * drawn parts. An ordinary door comes to a few thousand. Linear in the items, and in how deep parts are carried on one another.
 */
export function checkingEffort(document: ProcedureDocument): number {
  const items = itemsOf(document).length;
  const sets = coverOptions(document, mostSets(items)).sets.length;
  const references = itemsOf(document).reduce((sum, { behind }) => sum + (behind?.length ?? 0), 0);
  const ways = (document.routes ?? []).reduce((sum, { anyOf }) => sum + anyOf.flat().length, 0);
  const size = items + references + ways + carriedPairs(document);
  const drawn = document.parts.filter(({ shape }) => shape).length;
  return sets * size + (drawn * drawn) / 10;
}

/** Pairs of a part and something it carries, directly or over others: what goes along when it is taken off. */
function carriedPairs({ parts }: ProcedureDocument): number {
  const on = new Map(parts.map((part) => [part.id, part.on]));
  const depths = new Map<string, number>();
  const depthOf = (id: string): number => {
    // Upwards until something is known; a loop ends where it closes, and the checker names it.
    const path: string[] = [];
    const seen = new Set<string>();
    let at: string | undefined = id;
    while (at !== undefined && !depths.has(at) && !seen.has(at)) {
      seen.add(at);
      path.push(at);
      at = on.get(at);
    }
    let depth = at === undefined ? -1 : (depths.get(at) ?? -1);
    for (const one of path.reverse()) depths.set(one, (depth += 1));
    return depths.get(id)!;
  };
  return parts.reduce((sum, { id }) => sum + depthOf(id), 0);
}

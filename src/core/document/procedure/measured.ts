import type { Pair, ProcedureDocument } from './types';

/** Whether two notes of a pair name the same plus and minus. */
const isSame = (a: Pair, b: Pair) =>
  a.plus.colour === b.plus.colour && a.minus.colour === b.minus.colour && a.plus.cavity === b.plus.cavity;

/**
 * A document with what was found of a speaker's pair. What found the same before still counts beside it; what said otherwise gives way. `cavity` that was known of the same colours is kept.
 */
export function withPair(document: ProcedureDocument, found: Pair): ProcedureDocument {
  const before = document.pairs?.find(({ of }) => of === found.of);
  const { heard: _, ...known } = before ?? found;
  const merged: Pair =
    before && isSame({ ...found, plus: { ...before.plus, ...found.plus } }, before)
      ? { ...known, verified: [...(before.verified ?? []), ...(found.verified ?? [])] }
      : { ...(before?.at ? { at: before.at } : {}), ...found };
  const others = (document.pairs ?? []).filter(({ of }) => of !== found.of);
  return { ...document, pairs: [...others, merged] };
}

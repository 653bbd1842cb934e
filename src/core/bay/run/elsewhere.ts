import type { Catalogue } from '../../trade';
import {
  heldParts,
  itemWords,
  placeOf,
  type Fastener,
  type ItemIndex,
  type Point,
  type ProcedureDocument,
} from '../../document';
import type { RunPlan } from '../../telling';

/** Where a fastener of another procedure sits that a part of this one might have too. */
export type Elsewhere = NonNullable<RunPlan['elsewhere']>[number];

/** A related procedure, to be looked through. */
export interface Related {
  document: ProcedureDocument;
  index: ItemIndex;
  catalogue: Catalogue;
}

/** Fasteners of related procedures that hold the same kind of part, less those that this one has already; each wording once for each kind of part. */
export function elsewhereFor(document: ProcedureDocument, others: Related[], own: ItemIndex): Elsewhere[] {
  const kinds = new Set([...own.parts.values()].map((part) => part.kind));
  const found = new Map<string, Elsewhere>();
  const isSameModel = ({ applies }: ProcedureDocument) =>
    applies.some(({ make, model }) => document.applies.some((own) => own.make === make && own.model === model));
  for (const { document: other, index, catalogue } of others) {
    for (const fastener of index.fasteners.values()) {
      for (const kind of heldParts(fastener).map((held) => index.parts.get(held)?.kind)) {
        // A place means something only on a panel of the same zone.
        const at = other.zone === document.zone ? placeOf(index, fastener.id) : null;
        if (!kind || !kinds.has(kind) || isKnown(own, fastener, kind, at)) continue;
        const one: Elsewhere = {
          part: `${document.id}|${kind}`,
          words: itemWords(index, fastener.id, catalogue),
          from: other.title,
          at,
          ...(isSameModel(other) ? {} : { isOtherModel: true }),
        };
        const key = `${one.part}|${one.words}|${at ?? ''}`;
        if (!found.has(key)) found.set(key, one);
      }
    }
  }
  return [...found.values()];
}

/** Two fasteners closer than this are the same one, drawn by two people, mm. */
const SAME_PLACE_MM = 60;

/** True where this procedure itself has such a fastener on such a part: there, where both are placed. */
const isKnown = (own: ItemIndex, { kind, drive }: Fastener, part: string, at: Point | null) =>
  [...own.fasteners.values()].some(
    (one) =>
      one.kind === kind &&
      one.drive === drive &&
      heldParts(one).some((held) => own.parts.get(held)?.kind === part) &&
      (!at || !one.at?.length || one.at.some(([x, y]) => Math.hypot(x - at[0], y - at[1]) <= SAME_PLACE_MM)),
  );

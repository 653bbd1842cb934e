import type { Catalogue } from '../hardware';
import { heldParts, itemWords, placeOf, type ItemIndex, type ProcedureDocument } from '../procedure';
import type { RunPlan } from '../plan';

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
  for (const { document: other, index, catalogue } of others) {
    for (const fastener of index.fasteners.values()) {
      for (const kind of heldParts(fastener).map((held) => index.parts.get(held)?.kind)) {
        if (!kind || !kinds.has(kind) || isKnown(own, fastener.kind, fastener.drive, kind)) continue;
        const one: Elsewhere = {
          part: `${document.id}|${kind}`,
          words: itemWords(index, fastener.id, catalogue),
          from: other.title,
          // A place means something only on a panel of the same zone.
          at: other.zone === document.zone ? placeOf(index, fastener.id) : null,
        };
        const key = `${one.part}|${one.words}`;
        if (!found.has(key)) found.set(key, one);
      }
    }
  }
  return [...found.values()];
}

/** True where this procedure itself has such a fastener on such a part. */
const isKnown = (own: ItemIndex, kind: string, drive: string | undefined, part: string) =>
  [...own.fasteners.values()].some(
    (one) =>
      one.kind === kind && one.drive === drive && heldParts(one).some((held) => own.parts.get(held)?.kind === part),
  );

import { applyEdit, freeId } from './edit';
import { newFastener, newLink, newPart } from './starting';
import type { Fastener, Link, Part, ProcedureDocument } from './types';

/** What a hand did while the panel comes off, as it is told in the bay; `took`: seconds since the last thing told, where that is known. */
export type BayFact = { behindLast: boolean; took?: number } & (
  | { did: 'undone'; kind: string; drive?: string; count: number }
  | { did: 'unplugged'; kind: string; count: number }
  | { did: 'cameOff'; kind: string }
);

/** A longer time between two things told was a break or another job, and is not kept, seconds. */
const LONGEST_TOOK = 1800;

/** What the part is called that everything undone since the last one holds, until it comes off. */
const COMING = 'Next to come off';
const isComing = (part: Part) => part.name === COMING;

/** The part that is still to come off; undefined where nothing was undone since the last one. */
export const comingPart = ({ parts }: ProcedureDocument): Part | undefined => parts.find(isComing);

/** The part that came off last; undefined before the first. */
export function lastOff({ parts, recordedOrder = [] }: ProcedureDocument): Part | undefined {
  const off = new Map(parts.filter((part) => !isComing(part)).map((part) => [part.id, part]));
  const id = recordedOrder.findLast((one) => off.has(one));
  return id === undefined ? undefined : off.get(id);
}

/**
 * Records one fact in the order of the hands: what is undone or unplugged holds or ties the part that comes off next, and what is found behind the last one is hidden by it.
 * Returns the document with it, and the id of what was recorded.
 */
export function recordInBay(document: ProcedureDocument, fact: BayFact): { document: ProcedureDocument; id: string } {
  const behind = fact.behindLast ? lastOff(document)?.id : undefined;
  const took = fact.took === undefined || fact.took > LONGEST_TOOK ? {} : { took: Math.round(fact.took) };
  const hidden = { ...(behind ? { behind: [behind] } : {}), ...took };
  if (fact.did === 'cameOff') return cameOff(document, fact.kind, hidden);
  const { document: ready, id: coming } = withComing(document);
  if (fact.did === 'unplugged') {
    const link: Link = { ...newLink(ready, fact.kind, coming), count: fact.count, ...hidden };
    return { document: applyEdit(ready, { type: 'addLink', link }), id: link.id };
  }
  const { drive: _, ...start } = newFastener(ready, fact.kind, null, coming);
  const fastener: Fastener = { ...start, count: fact.count, ...(fact.drive ? { drive: fact.drive } : {}), ...hidden };
  return { document: applyEdit(ready, { type: 'addFastener', fastener }), id: fastener.id };
}

/** The part to come off is named now, and stands after everything that held it. */
function cameOff(
  document: ProcedureDocument,
  kind: string,
  hidden: Pick<Part, 'behind' | 'took'>,
): { document: ProcedureDocument; id: string } {
  const coming = comingPart(document);
  const { id: _, ...fresh } = newPart(document, kind, null);
  if (!coming) {
    const part = { ...newPart(document, kind, null), ...hidden };
    return { document: applyEdit(document, { type: 'addPart', part }), id: part.id };
  }
  const named = applyEdit(document, { type: 'change', id: coming.id, patch: { ...fresh, ...hidden } });
  const order = (named.recordedOrder ?? []).filter((one) => one !== coming.id);
  return { document: { ...named, recordedOrder: [...order, coming.id] }, id: coming.id };
}

/** The document with a part to come off. */
function withComing(document: ProcedureDocument): { document: ProcedureDocument; id: string } {
  const coming = comingPart(document);
  if (coming) return { document, id: coming.id };
  const part: Part = { id: freeId(document, 'off'), kind: 'trim', name: COMING };
  return { document: applyEdit(document, { type: 'addPart', part }), id: part.id };
}

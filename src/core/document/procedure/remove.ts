import { heldParts, itemsOf } from './items';
import { parseReference } from './references';
import type { Item, ProcedureDocument } from './types';

/** The value without its fields that are undefined. */
export const withoutUndefined = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T;

/** What has no sense without an item: a fastener that holds only it, a link that joins it. */
const orphansOf = (document: ProcedureDocument, id: string): string[] => [
  ...document.fasteners.filter((f) => heldParts(f).every((part) => part === id)).map((f) => f.id),
  ...document.links.filter((link) => link.joins.includes(id)).map((link) => link.id),
];

/** What taking items out of a document does besides: what goes with them, and what no longer names them. Ids, in the document's order. */
export function removalEffects(
  document: ProcedureDocument,
  ids: readonly string[],
): { gone: string[]; changed: string[] } {
  const left = ids.reduce(removeItem, document);
  const stays = new Set(itemsOf(left).map((item) => item.id));
  const gone = itemsOf(document).flatMap((item) => (stays.has(item.id) || ids.includes(item.id) ? [] : [item.id]));
  const before = new Map(itemsOf(document).map((item) => [item.id, JSON.stringify(item)]));
  const changed = itemsOf(left)
    .filter((item) => before.get(item.id) !== JSON.stringify(item))
    .map((item) => item.id);
  return { gone, changed };
}

/** Removes an item and every mention of it; a fastener that held only it and a link to it go as well. */
export function removeItem(document: ProcedureDocument, id: string): ProcedureDocument {
  const gone = new Set([id, ...orphansOf(document, id)]);
  const isGone = (text: string) => gone.has(parseReference(text)?.item ?? text);
  // What was behind nothing else is hidden by what the rule says, not in sight all at once.
  const stillBehind = (behind: string[]) => {
    const left = behind.filter((text) => !isGone(text));
    return left.length ? left : undefined;
  };
  const clean = <T extends Item>(items: T[]): T[] =>
    items
      .filter((item) => !gone.has(item.id))
      .map((item) =>
        item.behind?.some(isGone) ? withoutUndefined({ ...item, behind: stillBehind(item.behind) }) : item,
      );
  return {
    ...document,
    parts: clean(document.parts).map((part) =>
      withoutUndefined({
        ...part,
        on: part.on && isGone(part.on) ? undefined : part.on,
        looseWith: part.looseWith && isGone(part.looseWith) ? undefined : part.looseWith,
        offToSeat: part.offToSeat?.filter((text) => !isGone(text)),
      }),
    ),
    fasteners: clean(document.fasteners).map((f) =>
      withoutUndefined({
        ...f,
        holds: Array.isArray(f.holds) ? f.holds.filter((part) => !gone.has(part)) : f.holds,
        staysOn: f.staysOn && isGone(f.staysOn) ? undefined : f.staysOn,
      }),
    ),
    links: clean(document.links),
    ...(document.work
      ? {
          work: clean(document.work).map((work) =>
            withoutUndefined({
              ...work,
              on: work.on && isGone(work.on) ? undefined : work.on,
              replaces: work.replaces && isGone(work.replaces) ? undefined : work.replaces,
              needs: work.needs?.filter((text) => !isGone(text)),
            }),
          ),
        }
      : {}),
    ...(document.mounts ? { mounts: document.mounts.filter(({ of }) => !gone.has(of)) } : {}),
    ...(document.pairs ? { pairs: document.pairs.filter(({ of }) => !gone.has(of)) } : {}),
    before: (document.before ?? []).filter((rule) => !isGone(rule.first) && !isGone(rule.then)),
    routes: (document.routes ?? [])
      .filter((route) => !isGone(route.of))
      .map((route) => ({ ...route, anyOf: route.anyOf.map((set) => set.filter((text) => !isGone(text))) })),
    recordedOrder: (document.recordedOrder ?? []).filter((item) => !gone.has(item)),
  };
}

import { foldText } from '../../trade';
import { centreOf } from './items';
import { renameItem } from './rename';
import type { Fastener, Item, ItemType, Link, Part, Point, ProcedureDocument, Work } from './types';

/** One difference between two documents. `item` is null where it is about the document as a whole, `field` where it is about the item as a whole; a field that is not there is null. */
export interface Change {
  kind: 'added' | 'removed' | 'changed' | 'moved';
  /** What the item is; null for the document. */
  type: ItemType | null;
  item: string | null;
  field: string | null;
  from: unknown;
  to: unknown;
}

const LISTS = [
  ['part', 'parts'],
  ['fastener', 'fasteners'],
  ['link', 'links'],
  ['work', 'work'],
] as const;
type ListName = (typeof LISTS)[number][1];
const LIST_NAMES = new Set<string>(LISTS.map(([, list]) => list));
/** The order of the lists, kept as one difference: `{ parts: [id…], … }`. */
const ORDER = 'order';

const same = (a: unknown, b: unknown) => stable(a) === stable(b);
/** A value as text, with its keys in one order. */
export const stable = (value: unknown): string =>
  JSON.stringify(value ?? null, (_, one: unknown) =>
    one && typeof one === 'object' && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );

const itemsIn = (document: ProcedureDocument, list: ListName): Item[] => document[list] ?? [];
const withItems = (document: ProcedureDocument, list: ListName, items: Item[]): ProcedureDocument => ({
  ...document,
  [list]: items,
});

/**
 * What makes one document of another: items by id; one whose id changed but which is the same thing (kind, place, what it holds) has only another id. Applied to the old it gives the new, an
 * empty list of work being none. Cost: the square of the items that have no partner.
 */
export function diffProcedures(old: ProcedureDocument, next: ProcedureDocument): Change[] {
  const changes: Change[] = [];
  let from = old;
  for (const [type, list] of LISTS)
    for (const [was, is] of renamed(type, itemsIn(from, list), itemsIn(next, list))) {
      changes.push({ kind: 'changed', type, item: was, field: 'id', from: was, to: is });
      from = renameItem(from, was, is);
    }
  for (const field of new Set([...Object.keys(from), ...Object.keys(next)])) {
    if (LIST_NAMES.has(field)) continue;
    const key = field as keyof ProcedureDocument;
    if (!same(from[key], next[key]))
      changes.push({ kind: 'changed', type: null, item: null, field, from: from[key] ?? null, to: next[key] ?? null });
  }
  for (const [type, list] of LISTS) changes.push(...itemChanges(type, itemsIn(from, list), itemsIn(next, list)));
  // Where things stand in their lists is kept only where putting them last, one way or the other, would not do.
  const isOrdered =
    hasOrderOf(applyChanges(old, changes), next) && hasOrderOf(applyChanges(next, invertChanges(changes)), old);
  if (!isOrdered)
    changes.push({ kind: 'changed', type: null, item: null, field: ORDER, from: orderOf(old), to: orderOf(next) });
  return changes;
}

const hasOrderOf = (a: ProcedureDocument, b: ProcedureDocument) =>
  LISTS.every(([, list]) => same(idsIn(a, list), idsIn(b, list)));
const idsIn = (document: ProcedureDocument, list: ListName) => itemsIn(document, list).map(({ id }) => id);
const orderOf = (document: ProcedureDocument) =>
  Object.fromEntries(LISTS.map(([, list]) => [list, idsIn(document, list)]));

function itemChanges(type: ItemType, old: Item[], next: Item[]): Change[] {
  const before = new Map(old.map((item) => [item.id, item]));
  const after = new Map(next.map((item) => [item.id, item]));
  const gone = old.filter(({ id }) => !after.has(id));
  const fresh = next.filter(({ id }) => !before.has(id));
  return [
    ...gone.map((item): Change => ({ kind: 'removed', type, item: item.id, field: null, from: item, to: null })),
    ...fresh.map((item): Change => ({ kind: 'added', type, item: item.id, field: null, from: null, to: item })),
    ...next.flatMap((item) => {
      const was = before.get(item.id);
      return was ? fieldChanges(type, was, item) : [];
    }),
  ];
}

function fieldChanges(type: ItemType, was: Item, is: Item): Change[] {
  const fields = new Set([...Object.keys(was), ...Object.keys(is)]);
  return [...fields].flatMap((field): Change[] => {
    const [from, to] = [was[field as keyof Item] ?? null, is[field as keyof Item] ?? null];
    if (same(from, to)) return [];
    return [{ kind: isMove(field, from, to) ? 'moved' : 'changed', type, item: is.id, field, from, to }];
  });
}

/** The same number of places, elsewhere. */
const isMove = (field: string, from: unknown, to: unknown) =>
  (field === 'at' || field === 'shape') && Array.isArray(from) && Array.isArray(to) && from.length === to.length;

/** How far the same thing may have moved while it got another id, mm. */
const SAME_PLACE_MM = 40;

/** Items of one list that are the same thing under another id: old id, new id. */
function renamed(type: ItemType, old: Item[], next: Item[]): [string, string][] {
  const [ids, nextIds] = [new Set(old.map(({ id }) => id)), new Set(next.map(({ id }) => id))];
  const free = next.filter(({ id }) => !ids.has(id));
  return old
    .filter(({ id }) => !nextIds.has(id))
    .flatMap((item): [string, string][] => {
      const at = free.findIndex((one) => isSameThing(type, item, one));
      return at < 0 ? [] : [[item.id, free.splice(at, 1)[0].id]];
    });
}

function isSameThing(type: ItemType, a: Item, b: Item): boolean {
  if (a.kind !== b.kind) return false;
  if (type === 'part') return nameOf(a) === nameOf(b) || isNear((a as Part).shape, (b as Part).shape);
  if (type === 'work') return nameOf(a) === nameOf(b) && same((a as Work).for, (b as Work).for);
  if (type === 'link') return same((a as Link).joins, (b as Link).joins) && nameOf(a) === nameOf(b);
  const [held, other] = [a as Fastener, b as Fastener];
  return same([held.holds].flat(), [other.holds].flat()) && (held.at || other.at ? isNear(held.at, other.at) : true);
}

const nameOf = ({ name }: Item) => foldText(name ?? '');
function isNear(a: Point[] | undefined, b: Point[] | undefined): boolean {
  const [from, to] = [a?.length ? centreOf(a) : null, b?.length ? centreOf(b) : null];
  return !!from && !!to && Math.hypot(from[0] - to[0], from[1] - to[1]) <= SAME_PLACE_MM;
}

/** The document with changes made to it. A change of an item that is not there is left out. */
export function applyChanges(document: ProcedureDocument, changes: readonly Change[]): ProcedureDocument {
  return changes.reduce(applyOne, document);
}

function applyOne(document: ProcedureDocument, { kind, type, item, field, from, to }: Change): ProcedureDocument {
  if (type === null || item === null)
    return field === ORDER ? inOrder(document, to as Record<string, string[]>) : withField(document, field!, to);
  if (field === 'id') return renameItem(document, from as string, to as string);
  const list = LISTS.find(([one]) => one === type)![1];
  const items = itemsIn(document, list);
  if (kind === 'added') return withItems(document, list, [...items, to as Item]);
  if (!items.some(({ id }) => id === item)) return document;
  const changed = items.flatMap((one) =>
    one.id !== item ? [one] : kind === 'removed' ? [] : [withField(one, field!, to)],
  );
  return withItems(document, list, changed);
}

function withField<T extends object>(value: T, field: string, to: unknown): T {
  if (to !== null) return { ...value, [field]: to };
  const { [field as keyof T]: _, ...rest } = value;
  return rest as T;
}

function inOrder(document: ProcedureDocument, order: Record<string, string[]>): ProcedureDocument {
  return LISTS.reduce((all, [, list]) => {
    const rank = new Map((order[list] ?? []).map((id, at) => [id, at]));
    const items = itemsIn(all, list);
    if (items.length < 2) return all;
    return withItems(
      all,
      list,
      [...items].sort((a, b) => (rank.get(a.id) ?? 1e9) - (rank.get(b.id) ?? 1e9)),
    );
  }, document);
}

/** What takes changes back, in the order that does. */
export const invertChanges = (changes: readonly Change[]): Change[] => {
  const OPPOSITE = { added: 'removed', removed: 'added', changed: 'changed', moved: 'moved' } as const;
  const order = changes.filter(({ item, field }) => item === null && field === ORDER);
  const rest = changes.filter((change) => !order.includes(change));
  // The order of the lists comes last both ways: it only sorts what is there.
  return [...[...rest].reverse(), ...order].map(({ kind, type, item, field, from, to }) => ({
    kind: OPPOSITE[kind],
    type,
    item: field === 'id' ? (to as string) : item,
    field,
    from: to,
    to: from,
  }));
};

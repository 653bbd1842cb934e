import { heldParts } from './items';
import { parseReference } from './references';
import type { Fastener, Item, Link, Part, Point, ProcedureDocument } from './types';

/** One change a person makes while recording. */
export type Edit =
  | { type: 'addPart'; part: Part }
  | { type: 'addFastener'; fastener: Fastener }
  | { type: 'addLink'; link: Link }
  | { type: 'change'; id: string; patch: Partial<Part & Fastener & Link> }
  | { type: 'addPoint'; id: string; at: Point }
  | { type: 'movePoint'; id: string; point: number; to: Point }
  | { type: 'movePart'; id: string; by: Point }
  | { type: 'remove'; id: string }
  | { type: 'reorder'; id: string; by: number }
  | {
      type: 'document';
      patch: Partial<Pick<ProcedureDocument, 'title' | 'options' | 'cautions' | 'checks' | 'applies' | 'map'>>;
    };

const removeUndefined = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T;

/**
 * Applies one edit. Returns a new document; one that names an item that is not there is returned unchanged.
 * A patch value of undefined removes the field. New items join the end of the recorded order.
 */
export function applyEdit(document: ProcedureDocument, edit: Edit): ProcedureDocument {
  const recorded = document.recordedOrder ?? [];
  switch (edit.type) {
    case 'addPart':
      return { ...document, parts: [...document.parts, edit.part], recordedOrder: [...recorded, edit.part.id] };
    case 'addFastener':
      return {
        ...document,
        fasteners: [...document.fasteners, edit.fastener],
        recordedOrder: [...recorded, edit.fastener.id],
      };
    case 'addLink':
      return { ...document, links: [...document.links, edit.link], recordedOrder: [...recorded, edit.link.id] };
    case 'change':
      return mapItem(document, edit.id, (item) => removeUndefined({ ...item, ...edit.patch }));
    case 'addPoint':
      return mapFastener(document, edit.id, (f) => withPoints(f, [...(f.at ?? []), edit.at]));
    case 'movePoint':
      return mapFastener(document, edit.id, (f) => ({
        ...f,
        at: (f.at ?? []).map((at, n) => (n === edit.point ? edit.to : at)),
      }));
    case 'movePart':
      return mapItem(document, edit.id, (item) => {
        const shape = (item as Part).shape?.map(([x, y]): Point => [x + edit.by[0], y + edit.by[1]]);
        return { ...item, ...(shape ? { shape } : {}) };
      });
    case 'remove':
      return removeItem(document, edit.id);
    case 'reorder':
      return { ...document, recordedOrder: moved(recorded, edit.id, edit.by) };
    case 'document':
      return removeUndefined({ ...document, ...edit.patch });
  }
}

/** Placing one more of a group counts one more. */
const withPoints = (fastener: Fastener, at: Point[]): Fastener => ({ ...fastener, at, count: Math.max(at.length, 1) });

function mapItem(document: ProcedureDocument, id: string, change: (item: Item) => Item): ProcedureDocument {
  const each = <T extends Item>(items: T[]): T[] => items.map((item) => (item.id === id ? (change(item) as T) : item));
  return { ...document, parts: each(document.parts), fasteners: each(document.fasteners), links: each(document.links) };
}

const mapFastener = (
  document: ProcedureDocument,
  id: string,
  change: (fastener: Fastener) => Fastener,
): ProcedureDocument => ({ ...document, fasteners: document.fasteners.map((f) => (f.id === id ? change(f) : f)) });

/** Removes an item and every mention of it; a fastener that held only it and a link to it go as well. */
function removeItem(document: ProcedureDocument, id: string): ProcedureDocument {
  const orphans = [
    ...document.fasteners.filter((f) => heldParts(f).every((part) => part === id)).map((f) => f.id),
    ...document.links.filter((link) => link.joins.includes(id)).map((link) => link.id),
  ];
  const gone = new Set([id, ...orphans]);
  const isGone = (text: string) => gone.has(parseReference(text)?.item ?? text);
  const clean = <T extends Item>(items: T[]): T[] =>
    items
      .filter((item) => !gone.has(item.id))
      .map((item) =>
        item.behind?.some(isGone) ? { ...item, behind: item.behind.filter((text) => !isGone(text)) } : item,
      );
  return {
    ...document,
    parts: clean(document.parts).map((part) =>
      removeUndefined({
        ...part,
        on: part.on && isGone(part.on) ? undefined : part.on,
        looseWith: part.looseWith && isGone(part.looseWith) ? undefined : part.looseWith,
      }),
    ),
    fasteners: clean(document.fasteners).map((f) =>
      removeUndefined({
        ...f,
        holds: Array.isArray(f.holds) ? f.holds.filter((part) => !gone.has(part)) : f.holds,
        staysOn: f.staysOn && isGone(f.staysOn) ? undefined : f.staysOn,
      }),
    ),
    links: clean(document.links),
    before: (document.before ?? []).filter((rule) => !isGone(rule.first) && !isGone(rule.then)),
    routes: (document.routes ?? [])
      .filter((route) => !isGone(route.of))
      .map((route) => ({ ...route, anyOf: route.anyOf.map((set) => set.filter((text) => !isGone(text))) })),
    recordedOrder: (document.recordedOrder ?? []).filter((item) => !gone.has(item)),
  };
}

function moved(order: string[], id: string, by: number): string[] {
  const from = order.indexOf(id);
  if (from < 0) return order;
  const rest = order.filter((item) => item !== id);
  rest.splice(Math.max(0, Math.min(rest.length, from + by)), 0, id);
  return rest;
}

/** A document with its way back and forth. */
export interface EditHistory {
  past: ProcedureDocument[];
  present: ProcedureDocument;
  future: ProcedureDocument[];
}

export type HistoryAction =
  Edit | { type: 'undo' } | { type: 'redo' } | { type: 'replace'; document: ProcedureDocument };

/** Steps that can be taken back. */
const MAX_PAST = 200;

/** The recorder's one transition: an edit is remembered, undo and redo walk through what was. */
export function editHistory(history: EditHistory, action: HistoryAction): EditHistory {
  const { past, present, future } = history;
  switch (action.type) {
    case 'undo':
      return past.length
        ? { past: past.slice(0, -1), present: past[past.length - 1], future: [present, ...future] }
        : history;
    case 'redo':
      return future.length ? { past: [...past, present], present: future[0], future: future.slice(1) } : history;
    case 'replace':
      return { past: [], present: action.document, future: [] };
    default:
      return { past: [...past, present].slice(-MAX_PAST), present: applyEdit(present, action), future: [] };
  }
}

/** The first free id with this stem: "s1", "s2"… or "panel", "panel-2"…. */
export function freeId(document: ProcedureDocument, stem: string, separator = ''): string {
  const taken = new Set(
    [...document.parts, ...document.fasteners, ...document.links].map((item) => item.id).concat('body'),
  );
  if (separator && !taken.has(stem)) return stem;
  let n = separator ? 2 : 1;
  while (taken.has(`${stem}${separator}${n}`)) n += 1;
  return `${stem}${separator}${n}`;
}

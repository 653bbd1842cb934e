import { itemsOf } from './items';
import { removeItem, withoutUndefined } from './remove';
import type { Fastener, Item, Link, Part, Point, ProcedureDocument, Work } from './types';

/** One change a person makes while recording. */
export type Edit =
  | { type: 'addPart'; part: Part }
  | { type: 'addFastener'; fastener: Fastener }
  | { type: 'addLink'; link: Link }
  | { type: 'addWork'; work: Work }
  /** `typing`: one of several while a field is typed in; they are taken back together. */
  | { type: 'change'; id: string; patch: ItemPatch; typing?: boolean }
  | { type: 'addPoint'; id: string; at: Point }
  | { type: 'movePoint'; id: string; point: number; to: Point }
  | { type: 'removePoint'; id: string; point: number }
  /** Everything an item has in the drawing. */
  | { type: 'move'; id: string; by: Point; typing?: boolean }
  | { type: 'remove'; id: string }
  | { type: 'reorder'; id: string; by: number }
  | { type: 'document'; patch: DocumentPatch; typing?: boolean }
  /** Goes on with another document as one change: pasted notes. */
  | { type: 'take'; document: ProcedureDocument }
  /** Several at once, taken back together. */
  | { type: 'several'; edits: Edit[]; typing?: boolean };

/** Fields of an item; undefined removes one. */
export type ItemPatch = Partial<Omit<Part & Fastener & Link & Work, 'id'>>;
/** Fields of a document that are no items. */
export type DocumentPatch = Partial<
  Omit<ProcedureDocument, 'format' | 'id' | 'parts' | 'fasteners' | 'links' | 'work'>
>;

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
    case 'addWork':
      return { ...document, work: [...(document.work ?? []), edit.work], recordedOrder: [...recorded, edit.work.id] };
    case 'change':
      return mapItem(document, edit.id, (item) => withoutUndefined({ ...item, ...edit.patch }));
    case 'addPoint':
      return mapPlaced(document, edit.id, (item) => withPoints(item, [...(item.at ?? []), edit.at]));
    case 'movePoint':
      return mapPlaced(document, edit.id, (item) => ({
        ...item,
        at: (item.at ?? []).map((at, n) => (n === edit.point ? edit.to : at)),
      }));
    case 'removePoint':
      return mapPlaced(document, edit.id, (item) =>
        (item.at?.length ?? 0) > 1
          ? withPoints(
              item,
              item.at!.filter((_, n) => n !== edit.point),
            )
          : item,
      );
    case 'move':
      return mapItem(document, edit.id, (item) => movedBy(item, edit.by));
    case 'remove':
      return removeItem(document, edit.id);
    case 'reorder':
      return { ...document, recordedOrder: moved(recorded, edit.id, edit.by) };
    case 'document':
      return withoutUndefined({ ...document, ...edit.patch });
    case 'take':
      return edit.document;
    case 'several':
      return edit.edits.reduce(applyEdit, document);
  }
}

/** An item with its shape, areas and places moved. */
function movedBy(item: Item, [dx, dy]: Point): Item {
  const { shape, at, regions } = item as Partial<Part & Placed>;
  const all = (points: Point[]) => points.map(([x, y]): Point => [x + dx, y + dy]);
  return {
    ...item,
    ...(shape ? { shape: all(shape) } : {}),
    ...(at ? { at: all(at) } : {}),
    ...(regions
      ? { regions: Object.fromEntries(Object.entries(regions).map(([name, points]) => [name, all(points)])) }
      : {}),
  };
}

/** Items that have places of their own. */
type Placed = Fastener | Link | Work;

/** Placing one more of a group counts one more; work is not counted. */
const withPoints = <T extends Placed>(item: T, at: Point[]): T =>
  'holds' in item || 'joins' in item ? { ...item, at, count: Math.max(at.length, 1) } : { ...item, at };

function mapItem(document: ProcedureDocument, id: string, change: (item: Item) => Item): ProcedureDocument {
  const each = <T extends Item>(items: T[]): T[] => items.map((item) => (item.id === id ? (change(item) as T) : item));
  return {
    ...document,
    parts: each(document.parts),
    fasteners: each(document.fasteners),
    links: each(document.links),
    ...(document.work ? { work: each(document.work) } : {}),
  };
}

const mapPlaced = (
  document: ProcedureDocument,
  id: string,
  change: <T extends Placed>(item: T) => T,
): ProcedureDocument =>
  document.parts.some((part) => part.id === id) ? document : mapItem(document, id, (item) => change(item as Placed));

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
  /** The field that is being typed in: further changes to it are one step with the last. */
  typing?: string | null;
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
    default: {
      const typing = 'typing' in action && action.typing ? fieldOf(action) : null;
      const next = applyEdit(present, action);
      if (typing && typing === history.typing) return { ...history, present: next, future: [] };
      return { past: [...past, present].slice(-MAX_PAST), present: next, future: [], typing };
    }
  }
}

/** Which field a change is about. */
function fieldOf(edit: Edit): string {
  if (edit.type === 'several') return edit.edits.map(fieldOf).join('; ');
  const fields = 'patch' in edit ? Object.keys(edit.patch).sort().join(' ') : edit.type;
  return `${'id' in edit ? edit.id : ''} ${fields}`;
}

/** The first free id with this stem: "s1", "s2"… or "panel", "panel-2"…. */
export function freeId(document: ProcedureDocument, stem: string, separator = ''): string {
  const taken = new Set(
    itemsOf(document)
      .map((item) => item.id)
      .concat('body'),
  );
  if (separator && !taken.has(stem)) return stem;
  let n = separator ? 2 : 1;
  while (taken.has(`${stem}${separator}${n}`)) n += 1;
  return `${stem}${separator}${n}`;
}

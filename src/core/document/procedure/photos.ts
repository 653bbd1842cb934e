import { itemsOf } from './items';
import type { Item, PhotoMark, PhotoRef, Point, ProcedureDocument } from './types';

/** A picture with what is pointed out in it, always in the long form. */
export interface MarkedPhoto {
  id: string;
  marks: PhotoMark[];
}

const inFull = (ref: PhotoRef): MarkedPhoto =>
  typeof ref === 'string' ? { id: ref, marks: [] } : { id: ref.id, marks: ref.marks ?? [] };

/** Sides of a map between which a photo is laid, millimetres: a slip of the finger must not make it a speck or a wall. */
const [SMALLEST_MM, LARGEST_MM] = [20, 20_000];

/**
 * The corners of a photo behind a drawing once the line from `from` to `to` in it is `lengthMm` long: everything grows or shrinks around `from`. Null where the two are one point, or the
 * photo would come out below 20 mm or above 20 m.
 * @example scaledPhoto([[0, 100], [100, 100], [100, 0], [0, 0]], [0, 0], [50, 0], 100)![1]; // [200, 200]
 */
export function scaledPhoto(corners: Point[], from: Point, to: Point, lengthMm: number): Point[] | null {
  const now = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (now < 1 || !(lengthMm > 0)) return null;
  const factor = lengthMm / now;
  const next = corners.map(([x, y]): Point => [
    Math.round(from[0] + (x - from[0]) * factor),
    Math.round(from[1] + (y - from[1]) * factor),
  ]);
  const size = Math.hypot(next[0][0] - next[2][0], next[0][1] - next[2][1]);
  return size < SMALLEST_MM || size > LARGEST_MM ? null : next;
}

/** An item's pictures; none for an item that is not there. */
export const photosOf = (item: Pick<Item, 'photos'> | undefined): MarkedPhoto[] => (item?.photos ?? []).map(inFull);

/** The pictures of some items of a document, each once, in the order of the items. */
export const photosOfItems = (document: ProcedureDocument | undefined, ids: readonly string[]): MarkedPhoto[] =>
  ofItems(document, ids, photosOf);

/** What some items of a document have of a kind, each once, in the order of the items. */
export function ofItems<T extends { id: string }>(
  document: ProcedureDocument | undefined,
  ids: readonly string[],
  of: (item: Item) => readonly T[],
): T[] {
  if (!document) return [];
  const wanted = new Set(ids);
  const all = itemsOf(document)
    .filter(({ id }) => wanted.has(id))
    .flatMap(of);
  return [...new Map(all.map((one) => [one.id, one])).values()];
}

/** The ids of every picture a document names: its items', its own, and the one behind its drawing. */
export function photoIds(document: ProcedureDocument): string[] {
  const own = [...itemsOf(document).flatMap(photosOf), ...(document.photos ?? []).map(inFull)].map(({ id }) => id);
  return [...new Set([...own, ...(document.map.photo ? [document.map.photo.id] : [])])];
}

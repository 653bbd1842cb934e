import { itemsOf } from './items';
import type { Item, PhotoMark, PhotoRef, ProcedureDocument } from './types';

/** A picture with what is pointed out in it, always in the long form. */
export interface MarkedPhoto {
  id: string;
  marks: PhotoMark[];
}

const inFull = (ref: PhotoRef): MarkedPhoto =>
  typeof ref === 'string' ? { id: ref, marks: [] } : { id: ref.id, marks: ref.marks ?? [] };

/** An item's pictures; none for an item that is not there. */
export const photosOf = (item: Pick<Item, 'photos'> | undefined): MarkedPhoto[] => (item?.photos ?? []).map(inFull);

/** The pictures of some items of a document, each once, in the order of the items. */
export function photosOfItems(document: ProcedureDocument | undefined, ids: readonly string[]): MarkedPhoto[] {
  if (!document) return [];
  const wanted = new Set(ids);
  const all = itemsOf(document)
    .filter(({ id }) => wanted.has(id))
    .flatMap(photosOf);
  return [...new Map(all.map((photo) => [photo.id, photo])).values()];
}

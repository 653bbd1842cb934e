import { itemsOf } from './items';
import type { ProcedureDocument, Recording, RecordingKind } from './types';

/** How long a recording may be, seconds: long enough for one trick, short enough to be listened to with a part in hand. */
export const LONGEST_SECONDS: Record<RecordingKind, number> = { spoken: 30, clip: 15 };

/** The recordings of some items of a document, each once, in the order of the items. */
export function recordingsOfItems(document: ProcedureDocument | undefined, ids: readonly string[]): Recording[] {
  if (!document) return [];
  const wanted = new Set(ids);
  const all = itemsOf(document)
    .filter(({ id }) => wanted.has(id))
    .flatMap(({ recordings = [] }) => recordings);
  return [...new Map(all.map((one) => [one.id, one])).values()];
}

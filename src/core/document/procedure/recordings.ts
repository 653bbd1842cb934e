import { ofItems } from './photos';
import type { ProcedureDocument, Recording, RecordingKind } from './types';

/** How long a recording may be, seconds: long enough for one trick, short enough to be listened to with a part in hand. */
export const LONGEST_SECONDS: Record<RecordingKind, number> = { spoken: 30, clip: 15 };

/** The recordings of some items of a document, each once, in the order of the items. */
export const recordingsOfItems = (document: ProcedureDocument | undefined, ids: readonly string[]): Recording[] =>
  ofItems(document, ids, ({ recordings = [] }) => recordings);

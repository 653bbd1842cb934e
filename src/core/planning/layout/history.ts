import { type BreakChance, type Pace, paceTogether, STANDARD_PACE } from '../../shop';
import { recordedId } from '../../document';

/** What the shop's finished jobs say: the chance of a piece breaking by kind and by procedure and kind ("kite-rear-door/push-clip"), and how long things take against standard times. */
export interface ShopHistory {
  kinds: Record<string, BreakChance>;
  procedures: Record<string, BreakChance>;
  pace: Pace;
  /** By procedure. */
  paces: Record<string, Pace>;
}

export const NO_HISTORY: ShopHistory = { kinds: {}, procedures: {}, pace: STANDARD_PACE, paces: {} };

/** The procedures that documents were recorded as, each once: a mirrored door is the same procedure. */
export const recordedIds = (documents: readonly { id: string }[]): string[] => [
  ...new Set(documents.map(({ id }) => recordedId(id))),
];

/** What runs that follow these procedures together are counted under. */
export const workKey = (documents: readonly { id: string }[]): string => recordedIds(documents).sort().join('+');

/** How long work takes against standard times: as it did before, else as its procedures do each by itself, else as the shop does. */
export function paceFor(history: ShopHistory, documents: readonly { id: string }[]): Pace {
  const known = history.paces[workKey(documents)];
  if (known) return known;
  return paceTogether(recordedIds(documents).map((id) => history.paces[id] ?? history.pace));
}

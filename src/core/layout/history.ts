import { type BreakChance, type Pace, paceTogether, STANDARD_PACE } from '../learn';
import { recordedId } from '../procedure';

/** What the shop's finished jobs say: the chance of a piece breaking by kind and by procedure and kind ("kite-rear-door/push-clip"), and how long things take against standard times. */
export interface ShopHistory {
  kinds: Record<string, BreakChance>;
  procedures: Record<string, BreakChance>;
  pace: Pace;
  /** By procedure. */
  paces: Record<string, Pace>;
}

export const NO_HISTORY: ShopHistory = { kinds: {}, procedures: {}, pace: STANDARD_PACE, paces: {} };

/** What runs that follow these procedures together are counted under. */
export const workKey = (documents: readonly { id: string }[]): string =>
  [...new Set(documents.map(({ id }) => recordedId(id)))].sort().join('+');

/** How long work takes against standard times: as it did before, else as its procedures do each by itself, else as the shop does. */
export function paceFor(history: ShopHistory, documents: readonly { id: string }[]): Pace {
  const known = history.paces[workKey(documents)];
  if (known) return known;
  const ids = [...new Set(documents.map(({ id }) => recordedId(id)))];
  return paceTogether(ids.map((id) => history.paces[id] ?? history.pace));
}

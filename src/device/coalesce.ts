/**
 * Runs `work` one at a time. While one is under way a single further one waits for it, however often it is asked for: it has not begun, so it takes
 * along whatever was recorded meanwhile. Each asker gets the promise of the one that will see its change.
 */
export function coalesce(work: () => Promise<unknown>): () => Promise<unknown> {
  let last: Promise<unknown> = Promise.resolve();
  let waiting: Promise<unknown> | null = null;
  return () => {
    if (waiting) return waiting;
    const mine: Promise<unknown> = last
      .catch(() => undefined)
      .then(() => {
        waiting = null;
        return work();
      });
    waiting = last = mine;
    return mine;
  };
}

/** How fast the steady clock runs: 1, except where a test had the server say otherwise (`PEZZO_TEST_CLOCK`). */
export const clockRate = (): number => Number(document.documentElement.dataset.clockRate) || 1;

/** Milliseconds by a clock that nobody sets and that never goes back, from when this page was opened. */
const steadyMs = (): number => performance.now() * clockRate();

const place = (event: string) => `seen of ${event}`;

/** When this page began to watch each event, and what this tablet had seen of it by then, seconds. */
const watched = new Map<string, { from: number; before: number }>();

/**
 * Begins to watch how much time passes since an event, or goes on where this tablet had come to before its page was closed. The time between does not count: no clock is trusted for it.
 */
export function watchSince(event: string): void {
  if (watched.has(event)) return;
  watched.set(event, { from: steadyMs(), before: Number(localStorage.getItem(place(event))) || 0 });
}

/** Seconds this tablet has seen pass since an event that it watches; 0 for one it does not. Notes it for a page opened later. */
export function secondsSince(event: string): number {
  const one = watched.get(event);
  if (!one) return 0;
  const seconds = Math.floor(one.before + (steadyMs() - one.from) / 1000);
  try {
    localStorage.setItem(place(event), String(seconds));
  } catch {
    // A full store: a page opened later begins anew.
  }
  return seconds;
}

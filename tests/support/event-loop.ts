/** Watches how long the event loop is held up from now on. Call the result for the longest time so far, milliseconds. */
export function watchEventLoop(): () => number {
  const EVERY_MS = 5;
  let longest = 0;
  let last = performance.now();
  const timer = setInterval(() => {
    const now = performance.now();
    longest = Math.max(longest, now - last - EVERY_MS);
    last = now;
  }, EVERY_MS);
  return () => {
    clearInterval(timer);
    return longest;
  };
}

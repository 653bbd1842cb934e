/**
 * Watches whether the event loop turns from now on. Call the result for how often it did. Work that holds the loop up
 * leaves it at one or two, however fast or busy the machine is: turns are counted, not seconds.
 */
export function watchEventLoop(): () => number {
  const EVERY_MS = 5;
  let turns = 0;
  const timer = setInterval(() => (turns += 1), EVERY_MS);
  return () => {
    clearInterval(timer);
    return turns;
  };
}

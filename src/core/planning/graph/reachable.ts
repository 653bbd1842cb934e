/** Everything that `next` leads to from `starts`, the starts included, in the order it was met. Linear in the steps of `next`. */
export function reachable<T>(starts: Iterable<T>, next: (one: T) => Iterable<T>): Set<T> {
  const seen = new Set(starts);
  for (const one of seen) for (const other of next(one)) seen.add(other);
  return seen;
}

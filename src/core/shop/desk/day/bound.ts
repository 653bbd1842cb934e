/** Work that wants to be done by some time, seconds. */
export interface DueWork {
  seconds: number;
  due: number;
}

/**
 * The most pieces of work that could be done in time by hands that are free from given times, if work could be cut up and shared at will: an upper
 * bound of what is possible. Work in order of its due time; whenever it comes to more than the hands can do by then, the longest is dropped (Moore, An
 * n job, one machine sequencing algorithm, Management Science 15, 1968, with the hands' sum as the machine). O(n²).
 * @param byDue work in order of its due time
 * @example mostInTime([{ seconds: 5, due: 6 }, { seconds: 4, due: 8 }], [0]); // 1
 */
export function mostInTime(byDue: readonly DueWork[], freeFrom: readonly number[]): number {
  const taken: number[] = [];
  let sum = 0;
  for (const { seconds, due } of byDue) {
    taken.push(seconds);
    sum += seconds;
    const room = freeFrom.reduce((all, from) => all + Math.max(0, due - from), 0);
    if (sum <= room) continue;
    let longest = 0;
    for (let at = 1; at < taken.length; at += 1) if (taken[at] > taken[longest]) longest = at;
    sum -= taken[longest];
    taken[longest] = taken[taken.length - 1];
    taken.pop();
  }
  return taken.length;
}

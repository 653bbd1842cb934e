import { transitionMs, type OrderProblem } from './problem';

/**
 * Picks, one after another, the open task that is cheapest to begin; ties by what opens more, then by `preference`,
 * then by position. Always a valid linear extension. O(n²).
 */
export function greedyOrder(problem: OrderProblem, preference: number[]): number[] {
  const n = problem.tasks.length;
  const waiting = problem.before.map((list) => list.length);
  const followers: number[][] = Array.from({ length: n }, () => []);
  problem.before.forEach((list, at) => list.forEach((p) => followers[p].push(at)));
  const rank = (at: number) => preference[at] ?? n;
  const open = new Set(waiting.map((w, at) => (w === 0 ? at : -1)).filter((at) => at >= 0));
  const sequence: number[] = [];
  while (open.size) {
    const last = sequence.length ? sequence[sequence.length - 1] : null;
    let pick = -1;
    let pickCost = Infinity;
    for (const at of open) {
      const cost = transitionMs(problem, last, at);
      if (cost < pickCost || (cost === pickCost && (rank(at) < rank(pick) || (rank(at) === rank(pick) && at < pick)))) {
        pick = at;
        pickCost = cost;
      }
    }
    open.delete(pick);
    sequence.push(pick);
    for (const at of followers[pick]) if (--waiting[at] === 0) open.add(at);
  }
  return sequence;
}

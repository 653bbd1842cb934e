import { transitionMs, type OrderProblem } from './problem';

/** Longest run of tasks that is moved as one. */
const LONGEST_SEGMENT = 6;

/**
 * Moves short runs of tasks to cheaper places as long as that helps, keeping precedence. First improvement, scanned
 * in a fixed order, so the result is deterministic. `rounds` limits the scans; each is O(n² · segment).
 */
export function improveOrder(problem: OrderProblem, start: number[], rounds = 12): number[] {
  const sequence = [...start];
  const must = problem.before.map((list) => new Set(list));
  for (let round = 0; round < rounds; round += 1) if (!improveOnce(problem, sequence, must)) break;
  return sequence;
}

function improveOnce(problem: OrderProblem, sequence: number[], must: Set<number>[]): boolean {
  const n = sequence.length;
  const step = (from: number, to: number) =>
    to >= n ? 0 : transitionMs(problem, from < 0 ? null : sequence[from], sequence[to]);
  let improved = false;
  for (let length = 1; length <= LONGEST_SEGMENT; length += 1) {
    for (let i = 0; i + length <= n; i += 1) {
      // The run i..j swaps places with the neighbours j+1..k: the only exchange that keeps every other pair in order.
      const j = i + length - 1;
      for (let k = j + 1; k < n; k += 1) {
        if (dependsOnRun(sequence, must, k, i, j)) break;
        const now = step(i - 1, i) + step(j, j + 1) + step(k, k + 1);
        const then =
          step(i - 1, j + 1) + step(k, i) + (k + 1 < n ? transitionMs(problem, sequence[j], sequence[k + 1]) : 0);
        if (then >= now) continue;
        sequence.splice(i, k - i + 1, ...sequence.slice(j + 1, k + 1), ...sequence.slice(i, j + 1));
        improved = true;
        break;
      }
    }
  }
  return improved;
}

function dependsOnRun(sequence: number[], must: Set<number>[], at: number, from: number, to: number): boolean {
  for (let p = from; p <= to; p += 1) if (must[sequence[at]].has(sequence[p])) return true;
  return false;
}

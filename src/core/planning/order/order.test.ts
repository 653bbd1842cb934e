import fc from 'fast-check';
import highs from 'highs';
import { describe, expect, it } from 'vitest';
import { orderProblems } from '@tests/support/generate-order';
import { milpOf } from '@tests/support/order-milp';
import { priceAssignment } from './assignment';
import { followWish, priceOrder, trivialBoundMs, type OrderProblem } from './problem';
import { solveOrder } from './solve';

const recordedOf = (problem: OrderProblem) =>
  followWish(
    problem.before,
    problem.tasks.map((_, at) => at),
  );
const isValid = ({ before, tasks }: OrderProblem, sequence: number[]) => {
  const place = new Map(sequence.map((at, n) => [at, n]));
  return (
    place.size === tasks.length && before.every((list, at) => list.every((first) => place.get(first)! < place.get(at)!))
  );
};

/** The cheapest order by looking at every one. */
function bruteForce(problem: OrderProblem): number {
  const n = problem.tasks.length;
  let best = Infinity;
  const sequence: number[] = [];
  const used = new Uint8Array(n);
  const go = () => {
    if (sequence.length === n) best = Math.min(best, priceOrder(problem, sequence).costMs);
    for (let at = 0; at < n; at += 1) {
      if (used[at] || !problem.before[at].every((first) => used[first])) continue;
      used[at] = 1;
      sequence.push(at);
      go();
      sequence.pop();
      used[at] = 0;
    }
  };
  go();
  return best;
}

describe('the order', () => {
  it('is the cheapest of all orders of up to 8 actions, in one zone', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 8, zones: 1 }), (problem) => {
        const solved = solveOrder(problem, recordedOf(problem));
        expect(solved).toMatchObject({ costMs: bruteForce(problem), optimal: true });
      }),
      { numRuns: 120 },
    );
  });

  it('is never claimed to be optimal when it is not, over zones and sides, and its bound holds', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 8 }), (problem) => {
        const solved = solveOrder(problem, recordedOf(problem));
        const best = bruteForce(problem);
        expect(solved.lowerBoundMs).toBeLessThanOrEqual(best);
        expect(solved.costMs).toBeGreaterThanOrEqual(best);
        if (solved.optimal) expect(solved.costMs).toBe(best);
      }),
      { numRuns: 200 },
    );
  });

  // `bin/pezzo measure planner` does the same for 8 to 20 actions, where the programme takes minutes.
  it('has the optimum that a mixed-integer programme finds (HiGHS), on up to 9 actions', async () => {
    const solver = await highs();
    for (const problem of fc.sample(orderProblems({ maxActions: 9, zones: 1 }), { numRuns: 16, seed: 7 })) {
      if (problem.tasks.length < 2) continue;
      // A solve holds the thread: between two, the runner is answered.
      await new Promise((resolve) => setImmediate(resolve));
      const { ObjectiveValue } = solver.solve(milpOf(problem));
      const own = problem.tasks.reduce((sum, action) => sum + action.ms, 0);
      expect(solveOrder(problem, recordedOf(problem)).costMs).toBe(own + Math.round(ObjectiveValue));
    }
  });

  it('is valid, repeatable, no dearer than the recorded one, and within its bounds', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 24 }), (problem) => {
        const recorded = recordedOf(problem);
        const solved = solveOrder(problem, recorded);
        expect(isValid(problem, solved.sequence)).toBe(true);
        expect(solved.costMs).toBe(priceOrder(problem, solved.sequence).costMs);
        expect(solved.costMs).toBeLessThanOrEqual(priceOrder(problem, recorded).costMs);
        expect(solved.lowerBoundMs).toBeGreaterThanOrEqual(trivialBoundMs(problem));
        expect(solved.lowerBoundMs).toBeLessThanOrEqual(solved.costMs);
        expect(solveOrder(problem, recorded)).toEqual(solved);
      }),
      { numRuns: 60 },
    );
  });

  it('gives the best so far with a true bound when it is stopped', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 8 }), fc.nat(12), (problem, patience) => {
        let asked = 0;
        const solved = solveOrder(problem, recordedOf(problem), { shouldStop: () => (asked += 1) > patience });
        expect(isValid(problem, solved.sequence)).toBe(true);
        expect(solved.lowerBoundMs).toBeLessThanOrEqual(bruteForce(problem));
      }),
      { numRuns: 80 },
    );
  });
});

it('prices an assignment: no pair is undercut, and the sum is the optimum', () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.nat(50), { minLength: 4, maxLength: 4 }), { minLength: 4, maxLength: 5 }),
      (cost) => {
        const prices = priceAssignment(cost.length, 4, (row, column) => cost[row][column])!;
        cost.forEach((line, row) =>
          line.forEach((value, column) => expect(prices.rows[row] + prices.columns[column]).toBeLessThanOrEqual(value)),
        );
        const sum = [...prices.rows, ...prices.columns].reduce((a, b) => a + b, 0);
        const best = (column: number, free: number[]): number =>
          column === 4
            ? 0
            : Math.min(
                ...free.map(
                  (row) =>
                    cost[row][column] +
                    best(
                      column + 1,
                      free.filter((one) => one !== row),
                    ),
                ),
              );
        expect(sum).toBe(
          best(
            0,
            cost.map((_, row) => row),
          ),
        );
      },
    ),
  );
});

import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { dayMilp } from '../../../../../tests/support/day-milp';
import { mostInTime } from './bound';
import { boardOf } from './board';
import { keepMost } from './keep-most';
import { orderDay } from './order-day';
import { heldSeconds, type DayJob, type DayProblem } from './problem';

const job = (id: string, more: Partial<DayJob> = {}): DayJob => ({
  id,
  likelySeconds: (more.safeSeconds ?? 10) * 0.8,
  safeSeconds: 10,
  from: 0,
  due: null,
  people: ['a', 'b', 'c'],
  tools: [],
  ...more,
});
const day = (jobs: DayJob[], more: Partial<DayProblem> = {}): DayProblem => ({
  people: [
    { id: 'a', freeFrom: 0, pace: 1 },
    { id: 'b', freeFrom: 0, pace: 1 },
  ],
  bays: [0, 0, 0],
  tools: {},
  jobs,
  ...more,
});

const anyDay = (mostJobs: number): fc.Arbitrary<DayProblem> =>
  fc
    .record({
      people: fc.array(fc.record({ freeFrom: fc.nat(12), pace: fc.constantFrom(1, 1, 1.5) }), {
        minLength: 1,
        maxLength: 3,
      }),
      bays: fc.array(fc.nat(8), { minLength: 1, maxLength: 3 }),
      pieces: fc.array(fc.nat(5), { minLength: 1, maxLength: 2 }),
      jobs: fc.array(
        fc.record({
          safeSeconds: fc.integer({ min: 1, max: 20 }),
          from: fc.oneof(fc.constant(0), fc.nat(25)),
          due: fc.option(fc.integer({ min: 3, max: 55 }), { freq: 6 }),
          who: fc.integer({ min: 1, max: 7 }),
          needsTool: fc.boolean(),
        }),
        { minLength: 1, maxLength: mostJobs },
      ),
    })
    .map(({ people, bays, pieces, jobs }) => ({
      people: people.map((one, at) => ({ id: 'abc'[at], ...one })),
      bays,
      tools: { rivet: pieces },
      jobs: jobs.map(({ who, needsTool, ...one }, at) =>
        job(`j${at}`, {
          ...one,
          people: ['a', 'b', 'c'].filter((_, bit) => who & (1 << bit)),
          tools: needsTool ? ['rivet'] : [],
        }),
      ),
    }));

/** The most promises by every order of every set: nothing is left out but what is in nobody's hands. */
function bruteForce(problem: DayProblem): number {
  const board = boardOf(problem);
  let best = 0;
  const go = (left: number[], people: number[], bays: number[], tools: number[][], kept: number) => {
    best = Math.max(best, kept);
    for (const one of left)
      people.forEach((free, p) => {
        bays.forEach((bayFree, bay) => {
          const needs = board.tools[one];
          let start = Math.max(free, bayFree, board.from[one]);
          const pieces = needs.map((tool) => tools[tool].indexOf(Math.min(...tools[tool])));
          needs.forEach((tool, n) => (start = Math.max(start, tools[tool][pieces[n]])));
          const end = start + board.seconds[one][p];
          if (!(end <= board.due[one])) return;
          const nextTools = tools.map((list) => [...list]);
          needs.forEach((tool, n) => (nextTools[tool][pieces[n]] = end));
          go(
            left.filter((other) => other !== one),
            people.map((other, at) => (at === p ? end : other)),
            bays.map((other, at) => (at === bay ? end : other)),
            nextTools,
            kept + 1,
          );
        });
      });
  };
  go([...board.jobs.keys()], board.personFree, board.bayFree, board.toolFree, 0);
  return best;
}

describe('a day in order', () => {
  it(
    'keeps as many promises as any order could: brute force',
    () =>
      fc.assert(
        fc.property(anyDay(5), (problem) => {
          const { kept, most } = orderDay(problem);
          expect([kept, most]).toEqual([bruteForce(problem), kept]);
        }),
        { numRuns: 150 },
      ),
    60_000,
  );

  it('keeps as many as a mixed-integer programme finds (HiGHS)', async () => {
    const highs = await loadHighs();
    const days = fc.sample(anyDay(8), { numRuns: 25, seed: 5 });
    for (const problem of days) {
      const board = boardOf(problem);
      if (board.jobs.length === 0) continue;
      const solved = highs.solve(dayMilp(problem), { mip_rel_gap: 0, mip_abs_gap: 0 });
      expect(solved.Status).toBe('Optimal');
      expect(orderDay(problem).kept).toBe(Math.round(solved.ObjectiveValue));
    }
  }, 120_000);

  it('puts nobody, no bay and no piece of a tool to two jobs at once, keeps to releases and to who may', () =>
    fc.assert(
      fc.property(anyDay(9), (problem) => {
        const { places, late, kept } = orderDay(problem);
        const jobOf = new Map(problem.jobs.map((one) => [one.id, one]));
        const personOf = new Map(problem.people.map((one) => [one.id, one]));
        expect(new Set(places.map((one) => one.job)).size).toBe(places.length);
        for (const place of places) {
          const one = jobOf.get(place.job)!;
          const person = personOf.get(place.person)!;
          expect(one.people).toContain(place.person);
          expect(place.start).toBeGreaterThanOrEqual(Math.max(one.from, person.freeFrom, problem.bays[place.bay]));
          expect(place.end - place.start).toBe(heldSeconds(one, person));
          const during = places.filter(
            (other) => other !== place && other.start <= place.start && place.start < other.end,
          );
          expect(during.every((other) => other.person !== place.person && other.bay !== place.bay)).toBe(true);
          if (!one.tools.length) continue;
          const inUse = during.filter((other) => jobOf.get(other.job)!.tools.length > 0).length;
          expect(inUse).toBeLessThan(problem.tools.rivet.filter((free) => free <= place.start).length);
        }
        const inTime = places.filter(({ job: id, end }) => end <= (jobOf.get(id)!.due ?? -1)).length;
        expect(inTime).toBeGreaterThanOrEqual(kept);
        const promised = problem.jobs.filter(({ due }) => due !== null).length;
        expect(kept + late.length).toBe(promised);
      }),
      { numRuns: 300 },
    ));

  it('says why a promise cannot be kept', () => {
    const { late, kept } = orderDay(
      day([
        job('nobody', { people: ['z'], due: 50 }),
        job('long', { safeSeconds: 60, due: 50 }),
        job('one', { people: ['a'], due: 12 }),
        job('two', { people: ['a'], due: 13 }),
      ]),
    );
    expect(kept).toBe(1);
    expect(late.map(({ job: id, why }) => [id, why])).toEqual([
      ['two', 'crowded'],
      ['nobody', 'nobody'],
      ['long', 'too-long'],
    ]);
  });

  it('waits for the one rivet tool, and for a part', () => {
    const { places } = orderDay(
      day(
        [
          job('x', { tools: ['rivet'], due: 40 }),
          job('y', { tools: ['rivet'], due: 40 }),
          job('z', { from: 30, due: 45 }),
        ],
        {
          tools: { rivet: [0] },
        },
      ),
    );
    const start = new Map(places.map((one) => [one.job, one.start]));
    expect([start.get('x'), start.get('y')].sort()).toEqual([0, 10]);
    expect(start.get('z')).toBe(30);
  });

  it('shows the bound where it stops early', () => {
    const jobs = Array.from({ length: 14 }, (_, at) =>
      job(`j${at}`, { safeSeconds: 7 + (at % 5), due: 20 + at, from: at % 4 }),
    );
    const { kept, most } = orderDay(day(jobs), 3);
    expect(most).toBeGreaterThanOrEqual(kept);
    expect(keepMost(boardOf(day(jobs))).kept.length).toBeGreaterThanOrEqual(kept);
  });
});

describe('the bound', () => {
  it('is what Moore’s rule gives for one pair of hands', () => {
    // Worked by hand: due 6, 8, 9, 11, 20, 25; 4 and 1 and 6 by 9 is 11: the 6 goes; 3 by 11 and 6 by 20 and 8 by 25 fit.
    const work = [
      [4, 6],
      [1, 8],
      [6, 9],
      [3, 11],
      [6, 20],
      [8, 25],
    ].map(([seconds, due]) => ({ seconds, due }));
    expect(mostInTime(work, [0])).toBe(5);
    expect(mostInTime(work, [0, 0])).toBe(6);
    expect(mostInTime(work, [])).toBe(0);
  });
});

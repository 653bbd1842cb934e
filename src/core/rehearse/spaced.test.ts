import fc from 'fast-check';
import { supermemo } from 'supermemo';
import { describe, expect, it } from 'vitest';
import { afterGrade, dueFrom, gradeOf, NEW_CARD, type Past } from './spaced';

describe('the time to the next rehearsal', () => {
  it('is that of the reference library (supermemo 2.0.23, SM-2) for any row of grades', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 20 }), (grades) => {
        let theirs = { interval: 0, repetition: 0, efactor: NEW_CARD.ease };
        for (const grade of grades) {
          // Each step from where the library stands: half a day rounds one way or the other by the last digit of what was added up.
          const { repetition: repetitions, efactor: ease, interval: intervalDays } = theirs;
          const ours = afterGrade({ repetitions, ease, intervalDays }, grade);
          theirs = supermemo(theirs, grade as 0 | 1 | 2 | 3 | 4 | 5);
          expect(ours).toEqual({
            repetitions: theirs.repetition,
            ease: expect.closeTo(theirs.efactor, 9),
            intervalDays: theirs.interval,
          });
        }
      }),
    );
  });

  it('grows from a day to six days to a fortnight, and starts over after a failure', () => {
    const once = afterGrade(NEW_CARD, 5);
    const twice = afterGrade(once, 5);
    const thrice = afterGrade(twice, 5);
    expect([once, twice, thrice].map(({ intervalDays }) => intervalDays)).toEqual([1, 6, 16]);
    expect(afterGrade(thrice, 1)).toMatchObject({ repetitions: 0, intervalDays: 1 });
  });

  it('grades points', () => {
    expect([100, 94, 79, 59, 39, 0].map(gradeOf)).toEqual([5, 4, 3, 2, 1, 0]);
  });
});

describe('what is due', () => {
  const past = (day: number, procedure: string, points: number, kinds: string[], weakKinds: string[] = []): Past => ({
    day,
    procedure,
    points,
    kinds,
    weakKinds,
  });
  it('is a card for each procedure and kind, the most overdue first', () => {
    const due = dueFrom([
      past(0, 'kite', 100, ['screw']),
      past(1, 'kite', 100, ['screw', 'tab'], ['tab']),
      past(2, 'lumen', 0, []),
    ]);
    expect(due.map(({ what, code, day }) => [what, code, day])).toEqual([
      ['kind', 'tab', 2],
      ['procedure', 'lumen', 3],
      ['procedure', 'kite', 7],
      ['kind', 'screw', 7],
    ]);
  });
  it('is nothing where nobody rehearsed', () => expect(dueFrom([])).toEqual([]));
});

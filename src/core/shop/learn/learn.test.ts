import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breakProbability, logGamma, sparesFor } from './breakage';
import { durationOf } from './times';

describe('breakage', () => {
  // Γ(5) = 24 and Γ(1/2) = √π, any handbook of functions (Abramowitz & Stegun 6.1.8).
  it.each([
    [5, Math.log(24)],
    [0.5, Math.log(Math.sqrt(Math.PI))],
    [1, 0],
    [2, 0],
    [100, 359.1342053695754],
  ])('has ln Γ(%d)', (x, value) => expect(logGamma(x)).toBeCloseTo(value, 9));

  it('is uniform where nothing is known: Beta(1, 1) gives every count the same chance', () => {
    for (const pieces of [1, 4, 9])
      for (let k = 0; k <= pieces; k += 1)
        expect(breakProbability(pieces, k, { a: 1, b: 1 })).toBeCloseTo(1 / (pieces + 1), 10);
  });

  it('is a distribution with the mean n·a/(a+b)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20 }),
        fc.double({ min: 0.2, max: 20, noNaN: true }),
        fc.double({ min: 0.2, max: 20, noNaN: true }),
        (pieces, a, b) => {
          const chances = Array.from({ length: pieces + 1 }, (_, k) => breakProbability(pieces, k, { a, b }));
          expect(chances.reduce((x, y) => x + y, 0)).toBeCloseTo(1, 8);
          expect(chances.reduce((sum, p, k) => sum + k * p, 0)).toBeCloseTo((pieces * a) / (a + b), 7);
        },
      ),
    );
  });

  it('asks for the smallest number of spares that is enough at the level', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 15 }), fc.double({ min: 0.5, max: 0.99, noNaN: true }), (pieces, level) => {
        const chance = { a: 1, b: 9 };
        const enough = (spares: number) =>
          Array.from({ length: spares + 1 }, (_, k) => breakProbability(pieces, k, chance)).reduce(
            (x, y) => x + y,
            0,
          ) >= level;
        const spares = sparesFor(pieces, chance, level);
        expect(enough(spares)).toBe(true);
        if (spares > 0) expect(enough(spares - 1)).toBe(false);
      }),
    );
  });
});

describe('times', () => {
  it('are safe later than likely, and grow with the work', () => {
    const { likelySeconds, safeSeconds } = durationOf([10, 20, 30], 15);
    expect(safeSeconds).toBeGreaterThan(likelySeconds);
    expect(durationOf([10, 20, 30, 5], 15).likelySeconds).toBeGreaterThan(likelySeconds);
    expect(durationOf([], 0)).toEqual({ likelySeconds: 0, safeSeconds: 0 });
  });

  it('of one action have its own median, and the job’s spread besides', () => {
    const { likelySeconds, safeSeconds } = durationOf([100], 0);
    expect(likelySeconds).toBeCloseTo(100, 6);
    expect(safeSeconds).toBeCloseTo(100 * Math.exp(0.8416212335729143 * Math.hypot(0.45, 0.18)), 6);
  });
});

import fc from 'fast-check';
import { jStat } from 'jstat';
import { describe, expect, it } from 'vitest';
import { calibrationOf, calibrationWords, wilson } from './calibration';

const promises = (held: number, of: number) =>
  Array.from({ length: of }, (_, n) => ({ safeSeconds: 100, actualSeconds: n < held ? 90 : 110 }));

describe('promises', () => {
  // Worked examples of the score interval: Newcombe (1998), Statistics in Medicine 17, table I, from memory.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i are really kept between %f and %f', (held, of, low, high) => {
    const [a, b] = wilson(held, of);
    expect(a).toBeCloseTo(low, 4);
    expect(b).toBeCloseTo(high, 4);
  });

  it('have the bounds at which a reference library’s normal deviate just lets the share be (jStat)', () => {
    const z = jStat.normal.inv(0.975, 0, 1);
    for (const [held, of] of [
      [33, 40],
      [5, 9],
      [150, 400],
    ])
      for (const bound of wilson(held, of))
        expect(Math.abs(held / of - bound) / Math.sqrt((bound * (1 - bound)) / of)).toBeCloseTo(z, 5);
  });

  it('are judged with the doubt that few leave', () => {
    expect(calibrationOf(promises(33, 40), 0.8)).toMatchObject({ of: 40, held: 33, isOff: null });
    expect(calibrationOf(promises(1, 2), 0.8).isOff).toBeNull();
    expect(calibrationOf(promises(40, 100), 0.8).isOff).toBe('too-short');
    expect(calibrationOf(promises(100, 100), 0.8).isOff).toBe('too-long');
    expect(calibrationOf([], 0.8)).toMatchObject({ of: 0, held: 0, low: 0, high: 1, isOff: null });
  });

  it('are said in a sentence', () => {
    expect(calibrationWords(calibrationOf(promises(33, 40), 0.8), 0.8)).toBe('Of 40 promises at 80 %, 33 held.');
    expect(calibrationWords(calibrationOf(promises(40, 100), 0.8), 0.8)).toContain('too short');
    expect(calibrationWords(calibrationOf([], 0.8), 0.8)).toContain('No promise');
  });

  it('have bounds around their share, narrower the more there are', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.double({ min: 0, max: 1, noNaN: true }), (of, share) => {
        const held = Math.round(share * of);
        const [low, high] = wilson(held, of);
        expect(low).toBeLessThanOrEqual(held / of + 1e-12);
        expect(high).toBeGreaterThanOrEqual(held / of - 1e-12);
        const [low4, high4] = wilson(held * 4, of * 4);
        expect(high4 - low4).toBeLessThanOrEqual(high - low + 1e-12);
      }),
    ));
});

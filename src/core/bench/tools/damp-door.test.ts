import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { regionAreaMm2 } from './areas';
import { dampFor } from './damp';
import { COVERAGES, dampDoorOf, flippedPieces, measuredAreas } from './damp-door';

describe('damping of a recorded door', () => {
  const door = dampDoorOf(demoProcedure('kite-rear-door'))!;

  it('covers what the shield covers, less the speaker, clip holes and weep holes', () => {
    const whole = regionAreaMm2({ area: door.area, without: [] });
    const left = regionAreaMm2({ area: door.area, without: [...door.holes, ...door.keepOut] });
    expect(left).toBeLessThan(whole - 19_000);
    expect(door.speaker).not.toBeNull();
    expect(door.bare).toContain('speaker opening');
  });

  it('takes more sheets and weight the more is covered, and puts nothing on what stays bare', () => {
    const made = COVERAGES.map(({ share }) => dampFor({ ...door, coverage: share, sheet: [500, 375], kgPerM2: 4.2 }));
    made.slice(1).forEach((one, n) => expect(one.kg).toBeGreaterThanOrEqual(made[n].kg));
    for (const { at, width, height } of made[2].pieces) {
      const box = [at, [at[0] + width, at[1]], [at[0] + width, at[1] + height], [at[0], at[1] + height]] as const;
      const bare = regionAreaMm2({ area: [box], without: [...door.holes, ...door.keepOut] });
      expect(bare).toBeCloseTo(width * height, 0);
    }
  });

  it('cuts the other door from the same pieces, flipped; flipped twice they are as they were', () => {
    const { pieces } = dampFor({ ...door, coverage: 0.25, sheet: [500, 375], kgPerM2: 4.2 });
    const twice = flippedPieces(flippedPieces(pieces, 980), 980);
    twice.forEach(({ at }, n) => expect(at[0]).toBeCloseTo(pieces[n].at[0], 9));
    expect(twice.map(({ at: [, y] }) => y)).toEqual(pieces.map(({ at: [, y] }) => y));
  });

  it('is not told of a zone that nobody has drawn', () => {
    const { parts, ...rest } = demoProcedure('kite-rear-door');
    expect(dampDoorOf({ ...rest, parts: parts.map(({ shape: _, ...part }) => part) })).toBeNull();
  });
});

describe('areas that somebody measured', () => {
  it('lie side by side, as large as they were typed', () => {
    const { area, width, height } = measuredAreas('400 × 300; 25 cm x 180')!;
    expect(regionAreaMm2({ area, without: [] })).toBe(400 * 300 + 250 * 180);
    expect([width, height]).toEqual([690, 300]);
  });

  it.each(['', 'wide', '400', '400 × 0', '400 × 300; x'])('“%s” is none', (text) => {
    expect(measuredAreas(text)).toBeNull();
  });
});

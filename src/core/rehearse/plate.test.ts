import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { liftAt, raise, type Spring, storedEnergy } from './plate';
import { feelMm, type Holder, pullFrom } from './pull';

const spring = (x: number, y: number, stiffness: number): Spring => ({ x, y, stiffness });
const holder = (x: number, y: number, stiffness: number, strength: number, item = `${x}/${y}`): Holder => ({
  ...spring(x, y, stiffness),
  item,
  strength,
});

describe('a rigid plate on springs', () => {
  /**
   * Worked by hand: a bar on two springs of 10 N/mm at x = 0 and x = 100, pulled with 10 N at x = 200. Moments about the first: R₂ · 100 = 10 · 200, R₂ = 20 N up, so
   * R₁ = −10 N. The bar stands 2 mm high at the second, −1 mm at the first, hence 5 mm at the hand. Energy ½ · 10 · (2² + 1²) = 25 N·mm = ½ · 10 N · 5 mm.
   */
  it('stands as statics says: a bar on two springs, pulled beyond them', () => {
    const bar = [spring(0, -50, 5), spring(0, 50, 5), spring(100, -50, 5), spring(100, 50, 5)];
    const { pose, forceN } = raise(bar, { x: 200, y: 0 }, 5);
    expect(liftAt(pose, 100, 0)).toBeCloseTo(2, 9);
    expect(liftAt(pose, 0, 0)).toBeCloseTo(-1, 9);
    expect(forceN).toBeCloseTo(10, 9);
    expect(storedEnergy(bar, pose)).toBeCloseTo(25, 9);
  });

  it('rises evenly when pulled in the middle of equal springs', () => {
    const square = [spring(0, 0, 4), spring(10, 0, 4), spring(0, 10, 4), spring(10, 10, 4)];
    const { pose, forceN } = raise(square, { x: 5, y: 5 }, 3);
    expect([pose.tiltX, pose.tiltY]).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
    expect(forceN).toBeCloseTo(48, 9);
  });

  it('tilts towards where it is free', () => {
    const { pose } = raise([spring(0, 0, 30), spring(0, 400, 30), spring(800, 200, 0.05)], { x: 800, y: 200 }, 40);
    expect(liftAt(pose, 800, 200)).toBeCloseTo(40, 6);
    expect(Math.abs(liftAt(pose, 0, 200))).toBeLessThan(1);
  });

  it('puts as much into the springs as the hand gives, in balance of forces and moments', () => {
    fc.assert(
      fc.property(plates, ({ springs, at, mm }) => {
        const { pose, forceN } = raise(springs, at, mm);
        // A clamp is the four springs at its ends.
        const ends = springs.flatMap(({ x, y, stiffness, clampMm }) =>
          [
            [clampMm, 0],
            [-clampMm, 0],
            [0, clampMm],
            [0, -clampMm],
          ].map(([dx, dy]) => spring(x + dx, y + dy, stiffness / 4)),
        );
        const forces = ends.map(({ x, y, stiffness }) => stiffness * liftAt(pose, x, y));
        const sum = (of: (n: number) => number) => forces.reduce((total, force, n) => total + force * of(n), 0);
        const scale = springs.reduce((total, { stiffness }) => total + stiffness, 0) * mm * 1000;
        expect(Math.abs(sum(() => 1) - forceN) / scale).toBeLessThan(1e-9);
        expect(Math.abs(sum((n) => ends[n].x - at.x)) / scale).toBeLessThan(1e-6);
        expect(Math.abs(sum((n) => ends[n].y - at.y)) / scale).toBeLessThan(1e-6);
        expect(storedEnergy(springs, pose)).toBeCloseTo(0.5 * forceN * mm, 3);
      }),
    );
  });
});

const plates = fc.record({
  springs: fc.array(
    fc.record({
      x: fc.integer({ min: 0, max: 1000 }),
      y: fc.integer({ min: 0, max: 600 }),
      stiffness: fc.integer({ min: 1, max: 30 }),
      clampMm: fc.constantFrom(0, 6, 25),
    }),
    { minLength: 3, maxLength: 12 },
  ),
  at: fc.record({ x: fc.integer({ min: 0, max: 1000 }), y: fc.integer({ min: 0, max: 600 }) }),
  mm: fc.integer({ min: 1, max: 60 }),
});

describe('pulling', () => {
  it('breaks what is strained most, and leaves its load to the others', () => {
    const holders = [holder(0, 0, 10, 100, 'far'), holder(100, 0, 10, 20, 'weak')];
    const bed = [spring(0, -50, 0.05), spring(0, 50, 0.05), spring(200, 0, 0.05)];
    const gentle = pullFrom(holders, bed, { x: 200, y: 0 }, 2);
    expect(gentle.snapped).toEqual([]);
    expect(gentle.strains.map(({ holder: { item } }) => item)).toEqual(['far', 'weak']);
    // By hand: with 5 mm at the hand the weak one bears 20 N (the worked example above).
    expect(pullFrom(holders, bed, { x: 200, y: 0 }, 6).snapped.map(({ item }) => item)).toEqual(['weak']);
  });

  it('never makes energy: what the hand put in is at least what the pieces hold, and grows with the way', () => {
    fc.assert(
      fc.property(plates, fc.integer({ min: 5, max: 200 }), ({ springs, at, mm }, strength) => {
        const holders = springs.map((one, n) => ({ ...one, item: `h${n}`, strength }));
        const bed = [spring(0, 0, 0.05), spring(1000, 0, 0.05), spring(500, 600, 0.05)];
        let last = { workNmm: 0, lost: 0, snapped: 0 };
        for (let at1 = 0; at1 <= 8; at1 += 1) {
          const { workNmm, storedNmm, snapped, strains } = pullFrom(holders, bed, at, (mm * at1) / 8);
          const lost = workNmm - storedNmm;
          expect(lost).toBeGreaterThanOrEqual(last.lost - 1e-6 * (1 + workNmm));
          expect(workNmm).toBeGreaterThanOrEqual(last.workNmm - 1e-9);
          expect(snapped.length).toBeGreaterThanOrEqual(last.snapped);
          for (const { share } of strains) expect(share).toBeLessThanOrEqual(1 + 1e-9);
          last = { workNmm, lost, snapped: snapped.length };
        }
      }),
    );
  });

  it('of a careful hand breaks nothing', () => {
    fc.assert(
      fc.property(plates, fc.integer({ min: 5, max: 200 }), ({ springs, at }, strength) => {
        const holders = springs.map((one, n) => ({ ...one, item: `h${n}`, strength }));
        const bed = [spring(0, 0, 0.05), spring(1000, 0, 0.05), spring(500, 600, 0.05)];
        expect(pullFrom(holders, bed, at, feelMm(holders, bed, at)).snapped).toEqual([]);
      }),
    );
  });
});

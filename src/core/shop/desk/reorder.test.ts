import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { poissonQuantile, reorderOf, withSubstitutes } from './reorder';

describe('what to order', () => {
  // Cumulative Poisson tables of the handbooks, from memory: P(X ≤ 4 | 2) = 0.947, P(X ≤ 5 | 2) = 0.983; P(X ≤ 1 | 0.5) = 0.910; P(X ≤ 8 | 5) = 0.932, P(X ≤ 9 | 5) = 0.968.
  it.each([
    [2, 0.94, 4],
    [2, 0.95, 5],
    [0.5, 0.9, 1],
    [5, 0.93, 8],
    [5, 0.95, 9],
    [0, 0.99, 0],
  ])('covers a mean of %f at %f with %i', (mean, level, n) => expect(poissonQuantile(mean, level)).toBe(n));

  it('goes over to the normal limit without a jump', () => {
    // 500 + 1.645·√500 ≈ 536.8.
    expect(Math.abs(poissonQuantile(499.9, 0.95) - poissonQuantile(500.1, 0.95))).toBeLessThanOrEqual(1);
    expect(poissonQuantile(1000, 0.95)).toBeGreaterThanOrEqual(1051);
    expect(poissonQuantile(1000, 0.95)).toBeLessThanOrEqual(1053);
  });

  const shelf = { count: 20, reserved: 0, coming: 0, perDay: 1, leadDays: 5, minimum: 4 };
  it('is nothing while enough is free until it comes, and fills up for four weeks where it is not', () => {
    // 5 a delivery, at 0.95: 9.
    expect(reorderOf(shelf, 0.95)).toEqual({ free: 20, point: 9, order: 0 });
    expect(reorderOf({ ...shelf, reserved: 12 }, 0.95)).toEqual({ free: 8, point: 9, order: 9 + 28 - 8 });
    expect(reorderOf({ ...shelf, reserved: 12, coming: 1 }, 0.95)).toEqual({ free: 9, point: 9, order: 0 });
    expect(reorderOf({ ...shelf, count: 3, perDay: 0 }, 0.95)).toEqual({ free: 3, point: 4, order: 1 });
    expect(reorderOf({ ...shelf, count: -4, perDay: 0, minimum: 0 }, 0.95)).toEqual({ free: -4, point: 0, order: 4 });
  });

  it('leaves the shelf at its point or above, whatever it was', () =>
    fc.assert(
      fc.property(
        fc.record({
          count: fc.integer({ min: -50, max: 500 }),
          reserved: fc.nat(60),
          coming: fc.nat(60),
          perDay: fc.double({ min: 0, max: 20, noNaN: true }),
          leadDays: fc.nat(30),
          minimum: fc.nat(40),
        }),
        fc.double({ min: 0.5, max: 0.99, noNaN: true }),
        (one, level) => {
          const { free, point, order } = reorderOf(one, level);
          expect(free + order).toBeGreaterThanOrEqual(Math.max(0, order ? point : 0));
          expect(point).toBeGreaterThanOrEqual(one.minimum);
        },
      ),
    ));

  it('keeps a simulated year at the level: Poisson days, orders that come after the lead time', () => {
    let seed = 7;
    const random = () => {
      seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
      return seed / 2_147_483_648;
    };
    const draw = (mean: number) => {
      let [n, p] = [0, Math.exp(-mean)];
      for (let u = random(), sum = p; u > sum && n < 100; sum += p) p *= mean / (n += 1);
      return n;
    };
    const [perDay, leadDays, level] = [2, 6, 0.95];
    let [count, short, cycles] = [60, 0, 0];
    let coming = null as { day: number; pieces: number } | null;
    let wasShort = false;
    for (let day = 0; day < 40 * 365; day += 1) {
      if (coming?.day === day) {
        count += coming.pieces;
        coming = null;
        cycles += 1;
        if (wasShort) short += 1;
        wasShort = false;
      }
      const taken = draw(perDay);
      if (taken > count) wasShort = true;
      count = Math.max(0, count - taken);
      const { order } = reorderOf({ count, reserved: 0, coming: 0, perDay, leadDays, minimum: 0 }, level);
      // What is taken on the day it is ordered counts towards the next one.
      if (!coming && order > 0) coming = { day: day + leadDays, pieces: order };
    }
    expect(cycles).toBeGreaterThan(400);
    // Ordered at the end of a day below the point: the last day may take it further down than the point allows for.
    expect(short / cycles).toBeLessThan(1 - level + 0.09);
  });

  it('is covered by what stands in for it, as far as that has more than it needs', () => {
    const item = (kind: string, free: number, point: number, anyOf = 'any 8 mm press clip') => ({
      kind,
      anyOf,
      free,
      point,
      order: free < point ? point - free + 10 : 0,
    });
    const orders = (...items: ReturnType<typeof item>[]) =>
      withSubstitutes(items).map(({ kind, order, covered }) => [kind, order, covered]);
    expect(orders(item('a', 2, 6), item('b', 11, 6))).toEqual([
      ['a', 0, 4],
      ['b', 0, 0],
    ]);
    expect(orders(item('a', 2, 6), item('b', 9, 6))).toEqual([
      ['a', 14, 0],
      ['b', 0, 0],
    ]);
    expect(orders(item('a', 2, 6, ''), item('b', 11, 6, ''))).toEqual([
      ['a', 14, 0],
      ['b', 0, 0],
    ]);
  });

  it('never grows by what stands in, and never takes it below its own point', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            kind: fc.string({ minLength: 1, maxLength: 3 }),
            anyOf: fc.constantFrom('', 'x', 'y'),
            free: fc.integer({ min: -20, max: 60 }),
            point: fc.nat(30),
          }),
          { maxLength: 12 },
        ),
        (made) => {
          const items = made.map((one, n) => ({
            ...one,
            kind: `${one.kind}${n}`,
            order: one.free < one.point ? one.point - one.free : 0,
          }));
          const after = withSubstitutes(items);
          expect(after.every(({ order }, n) => order <= items[n].order)).toBe(true);
          for (const name of ['x', 'y']) {
            const own = after.filter(({ anyOf }) => anyOf === name);
            const spare = own.reduce((sum, { free, point }) => sum + Math.max(0, free - point), 0);
            expect(own.reduce((sum, { covered }) => sum + covered, 0)).toBeLessThanOrEqual(spare);
          }
        },
      ),
    ));
});

import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { spread } from './spread';

const point = fc.tuple(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 0, max: 3000 }));

describe('places along an edge', () => {
  it('include both ends, with equal steps', () => {
    expect(spread([0, 0], [100, 50], 3)).toEqual([
      [0, 0],
      [50, 25],
      [100, 50],
    ]);
    expect(spread([0, 0], [100, 50], 1)).toEqual([[50, 25]]);
  });

  it('are as many as asked, whole millimetres, and apart by no more than the share and a rounding', () => {
    fc.assert(
      fc.property(point, point, fc.integer({ min: 2, max: 60 }), (from, to, count) => {
        const places = spread(from, to, count);
        expect(places).toHaveLength(count);
        expect(places[0]).toEqual(from);
        expect(places.at(-1)).toEqual(to);
        for (let n = 1; n < count; n += 1)
          for (const axis of [0, 1] as const) {
            const step = (to[axis] - from[axis]) / (count - 1);
            expect(Number.isInteger(places[n][axis])).toBe(true);
            expect(Math.abs(places[n][axis] - places[n - 1][axis] - step)).toBeLessThanOrEqual(1);
          }
      }),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import type { Point } from '../procedure';
import { numbersOf, placeCallOuts } from './call-outs';

const far = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

describe('call-out numbers', () => {
  it('count every item once, what is in sight first', () => {
    const kite = demoProcedure('kite-rear-door');
    const numbers = numbersOf(kite);
    const all = kite.parts.length + kite.fasteners.length + kite.links.length;
    expect([...numbers.values()]).toEqual(Array.from({ length: all }, (_, at) => at + 1));
    expect(numbers.get('pull-cap')).toBeLessThan(numbers.get('s1')!);
    expect(numbers.get('s1')).toBeLessThan(numbers.get('woofer')!);
  });

  it('never cover one another or a mark, where marks leave room', () => {
    const spot = fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 6 }));
    fc.assert(
      fc.property(fc.uniqueArray(spot, { minLength: 1, maxLength: 30, selector: String }), (spots) => {
        const marks = spots.map(([x, y]): Point => [x * 100, y * 100]);
        const items = marks.map((mark, at) => ({ id: `i${at}`, n: at + 1, mark }));
        const placed = placeCallOuts(items, marks, 17, [1000, 700]);
        placed.forEach((one, at) => {
          for (const other of placed.slice(at + 1)) expect(far(one.at, other.at)).toBeGreaterThan(34);
          for (const mark of marks) expect(far(one.at, mark)).toBeGreaterThan(17);
        });
      }),
    );
  });
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { placeMarks, type Place } from './marks';

const place = (id: string, x: number, y: number, isGuess = false): Place => ({ id, at: [x, y], isGuess });

test('a plug that nobody placed gives way to the screw it would cover', () => {
  const [screw, plug] = placeMarks([place('plug', 101, 100, true), place('screw', 100, 100)], 32);
  expect(screw).toMatchObject({ id: 'screw', at: [100, 100] });
  expect(plug.from).toEqual([101, 100]);
  expect(Math.hypot(plug.at[0] - 100, plug.at[1] - 100)).toBeGreaterThan(25);
});

test('pieces of one group that would overlap become one mark with their count', () => {
  expect(placeMarks([place('c', 0, 0), place('c', 10, 0), place('c', 100, 0)], 32)).toMatchObject([
    { at: [0, 0], count: 2 },
    { at: [100, 0], count: 1 },
  ]);
});

test('every piece is counted once, and what has room stays where it is', () => {
  const some = fc.array(
    fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      x: fc.integer({ min: 0, max: 900 }),
      y: fc.integer({ min: 0, max: 600 }),
      isGuess: fc.boolean(),
    }),
    { maxLength: 30 },
  );
  fc.assert(
    fc.property(some, (all) => {
      const places = all.map(({ id, x, y, isGuess }) => place(id, x, y, isGuess));
      const placed = placeMarks(places, 32);
      expect(placed.reduce((sum, { count }) => sum + count, 0)).toBe(places.length);
      for (const one of placed)
        if (one.from) expect(placed.some((other) => other !== one && apart(other.at, one.from!) < 32)).toBe(true);
    }),
  );
});

const apart = ([ax, ay]: readonly number[], [bx, by]: readonly number[]) => Math.hypot(ax - bx, ay - by);

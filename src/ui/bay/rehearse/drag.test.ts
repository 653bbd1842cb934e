import { describe, expect, it } from 'vitest';
import { setupOf } from '@tests/support/rehearse';
import { made, part } from '@tests/support/made';
import { groundOf, type Gesture, startOf } from '@/core/rehearse';
import type { Point } from '@/core/document';
import { type DragWay, pullOf } from './drag';

const SQUARE: Point[] = [
  [100, 100],
  [300, 100],
  [300, 300],
  [100, 300],
];
function gestureOf(side: 'left' | 'centre', way: DragWay, at: Point, to: Point): Gesture | null {
  const document = { ...made([part('cap', { shape: SQUARE })]), side };
  const ground = groundOf(setupOf(document, ['cap']).setup);
  return pullOf(ground, startOf(ground), document, way, { item: 'cap', at }, to)?.move.gesture ?? null;
}

describe('a drag across the drawing', () => {
  it.each([
    ['left', 'out', [110, 200], 'out-front'],
    ['left', 'out', [290, 200], 'out-rear'],
    ['left', 'out', [200, 290], 'out-top'],
    ['left', 'out', [200, 110], 'out-bottom'],
    ['left', 'out', [200, 205], 'out-middle'],
    ['centre', 'out', [110, 200], 'out-left'],
    ['centre', 'out', [200, 290], 'out-front'],
  ] as const)('on a %s zone takes hold of the end it begins at (%s, %j)', (side, way, at, gesture) => {
    expect(gestureOf(side, way, [...at], [200, 50])).toBe(gesture);
  });

  it.each([
    ['left', [200, 300], 'up'],
    ['left', [200, 100], 'down'],
    ['left', [100, 200], 'forward'],
    ['left', [300, 200], 'rearward'],
    ['centre', [200, 300], 'forward'],
    ['centre', [300, 200], 'rightward'],
  ] as const)('on a %s zone along the panel goes to %j', (side, to, gesture) => {
    expect(gestureOf(side, 'along', [200, 200], [...to])).toBe(gesture);
  });

  it('of a few millimetres is a tap', () => expect(gestureOf('left', 'out', [200, 200], [205, 203])).toBeNull());
});

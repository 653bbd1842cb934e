import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { made } from '@tests/support/made';
import { itemsInside, lineUp, placesBeside, snap, spreadOut } from './arrange';
import { applyEdit, editHistory, type Edit } from './edit';
import type { Point } from './types';

const box = (x: number, y: number): Point[] => [
  [x, y],
  [x + 40, y],
  [x + 40, y + 20],
  [x, y + 20],
];
const DOOR = made(
  [
    { id: 'card', kind: 'panel' },
    { id: 'cap', kind: 'cap', shape: box(80, 190), regions: { half: box(80, 190) } },
  ],
  [
    { id: 'c1', kind: 'push-clip', holds: 'card', count: 3, at: [[100, 100], [190, 112], [300, 96]] }, // prettier-ignore
    { id: 's1', kind: 'screw', drive: 'T20', holds: 'card', count: 1, at: [[500, 400]] },
  ],
  [],
  {},
);
const after = (edit: Edit | null) => applyEdit(DOOR, edit!);
const clips = (edit: Edit | null) => after(edit).fasteners[0].at;

describe('arranging what is selected', () => {
  it('puts pieces on one height, the middle one’s', () => {
    expect(clips(lineUp(DOOR, ['c1'], 1))).toEqual([[100, 100], [190, 100], [300, 100]]); // prettier-ignore
  });

  it('puts a part and pieces one above the other, the part with its areas', () => {
    const next = after(lineUp(DOOR, ['cap', 's1', 'c1'], 0));
    expect(next.fasteners.flatMap(({ at }) => at!.map(([x]) => x))).toEqual([190, 190, 190, 190]);
    expect(next.parts[1].shape![0]).toEqual([170, 190]);
    expect(next.parts[1].regions!.half).toEqual(next.parts[1].shape);
  });

  it('spreads evenly between the outermost, and needs three for it', () => {
    expect(clips(spreadOut(DOOR, ['c1']))).toEqual([[100, 100], [200, 112], [300, 96]]); // prettier-ignore
    expect([spreadOut(DOOR, ['s1', 'cap']), lineUp(DOOR, ['s1', 'card'], 0)]).toEqual([null, null]);
  });

  it('finds what an outline goes round: a group only with all its pieces', () => {
    expect(itemsInside(DOOR, box(80, 190)).concat(itemsInside(DOOR, [[0, 0]]))).toEqual(['cap']);
    expect(itemsInside(DOOR, [[0, 0], [250, 0], [250, 300], [0, 300]])).toEqual(['cap']); // prettier-ignore
    expect(itemsInside(DOOR, [[0, 0], [600, 0], [600, 600], [0, 600]])).toEqual(['cap', 'c1', 's1']); // prettier-ignore
  });

  it('is taken back in one', () => {
    const start = { past: [], present: DOOR, future: [] };
    const done = editHistory(start, lineUp(DOOR, ['c1', 's1'], 1)!);
    expect(editHistory(done, { type: 'undo' }).present).toEqual(DOOR);
  });
});

describe('a drag that takes hold', () => {
  it('lands on the nearest line of another place within reach, on each axis by itself', () => {
    expect(snap([[0, 0]], [98, 40], [[100, 300], [96, 44]], 6)).toEqual({ by: [100, 44], x: 100, y: 44 }); // prettier-ignore
    expect(snap([[0, 0]], [90, 40], [[100, 300]], 6)).toEqual({ by: [90, 40], x: null, y: null });
  });

  it('never moves anything farther than its reach', () => {
    const point = fc.tuple(
      fc.integer({ min: -500, max: 500 }),
      fc.integer({ min: -500, max: 500 }),
    ) as fc.Arbitrary<Point>;
    fc.assert(
      fc.property(fc.array(point, { minLength: 1 }), point, fc.array(point), (moved, by, others) => {
        const { by: to } = snap(moved, by, others, 6);
        expect(Math.abs(to[0] - by[0])).toBeLessThanOrEqual(6);
        expect(Math.abs(to[1] - by[1])).toBeLessThanOrEqual(6);
      }),
    );
  });

  it('takes hold of nothing that moves along', () => {
    expect(placesBeside(DOOR, new Set(['c1', 'cap']))).toEqual([[500, 400]]);
  });
});

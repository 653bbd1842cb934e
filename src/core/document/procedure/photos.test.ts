import { describe, expect, it } from 'vitest';
import { made, part } from '@tests/support/made';
import { scaledPhoto, photosOf, photosOfItems } from './photos';

const RING = { kind: 'ring' as const, at: [0.5, 0.5] as [number, number] };

describe('pictures of items', () => {
  const door = made(
    [part('card', { photos: ['p1', { id: 'p2', marks: [RING] }] }), part('cap', { photos: ['p1', 'p3'] }), part('pod')],
    [{ id: 's1', holds: 'card', kind: 'screw', photos: ['p4'] }],
  );

  it('are read from the short and the long form alike', () => {
    expect(photosOf(door.parts[0])).toEqual([
      { id: 'p1', marks: [] },
      { id: 'p2', marks: [RING] },
    ]);
    expect(photosOf(door.parts[2])).toEqual([]);
    expect(photosOf(undefined)).toEqual([]);
  });

  it('stand once each in the order of the document, whatever the order asked in', () => {
    const ids = (...of: string[]) => photosOfItems(door, of).map(({ id }) => id);
    expect(ids('s1', 'cap', 'card')).toEqual(['p1', 'p2', 'p3', 'p4']);
    expect(ids('pod', 'gone')).toEqual([]);
    expect(photosOfItems(undefined, ['card'])).toEqual([]);
  });
});

describe('a photo behind a drawing', () => {
  const square: [number, number][] = [[0, 100], [100, 100], [100, 0], [0, 0]]; // prettier-ignore

  it('grows around the first end until the known length fits', () => {
    expect(scaledPhoto(square, [0, 0], [50, 0], 100)).toEqual([[0, 200], [200, 200], [200, 0], [0, 0]]); // prettier-ignore
    expect(scaledPhoto(square, [100, 100], [100, 0], 50)).toEqual([[50, 100], [100, 100], [100, 50], [50, 50]]); // prettier-ignore
  });

  it('stays as it is where the length says nothing or the photo would be a speck or a wall', () => {
    for (const [to, length] of [
      [[0, 0], 50],
      [[50, 0], 0],
      [[50, 0], -3],
      [[100, 0], 1],
      [[1, 0], 5000],
    ] as const)
      // prettier-ignore
      expect(scaledPhoto(square, [0, 0], [...to], length)).toBeNull();
  });
});

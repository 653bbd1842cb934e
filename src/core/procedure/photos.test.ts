import { describe, expect, it } from 'vitest';
import { made, part } from '@tests/support/made';
import { photosOf, photosOfItems } from './photos';

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

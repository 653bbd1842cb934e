import { describe, expect, it } from 'vitest';
import { placeMeasured, DEPTH_TOOL, RING_TOOL } from './measured-place';

describe('what the bench measured of a place', () => {
  it('is what the depth tool was given of the door, as it was typed, without the speaker', () => {
    const given = {
      toGlass: '2 3/4 in',
      toRegulator: '',
      regulator: 'behind',
      grilleGap: '24,5',
      depth: '58',
      tolerance: '1',
    };
    expect(placeMeasured(DEPTH_TOOL, given)).toEqual({
      toGlass: 69.85,
      regulator: 'behind',
      grilleGap: 24.5,
      tolerance: 1,
    });
  });

  it('is the bore and the holes of the ring tool, where both can be read', () => {
    const given = { bore: '142', 'factory.count': '3', 'factory.circle': '161', 'factory.start': '30', outside: '184' };
    expect(placeMeasured(RING_TOOL, given)).toEqual({ bore: 142, holes: { count: 3, circle: 161, start: 30 } });
    expect(placeMeasured(RING_TOOL, { ...given, 'factory.count': 'three' })).toEqual({ bore: 142 });
  });

  it('is nothing of a tool that measures no place', () => expect(placeMeasured('Pad', { db: '-3' })).toBeNull());
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applicabilityWords } from './applies';
import { parseSearch } from './search-query';
import { oppositeSide, sideWords } from './sides';
import { zoneName } from './zones';

describe('one line of search', () => {
  const asked = { year: 2018, zone: 'rear-door', side: 'left', words: ['kite'] };
  it('is read the same in any order', () => {
    fc.assert(fc.property(fc.shuffledSubarray(['2018', 'kite', 'rear door', 'left'], { minLength: 4 }), (parts) => {
      expect(parseSearch(parts.join(' '))).toEqual(asked);
    }));
  });

  it.each([
    ['Kite 16', { year: null, zone: null, side: null, words: ['kite', '16'] }], ['', { year: null, zone: null, side: null, words: [] }],
    ['  KITÉ,  2016 ', { year: 2016, zone: null, side: null, words: ['kite'] }], ['seat base', { year: null, zone: 'rear-seat', side: null, words: [] }],
    ['2018 2019', { year: 2018, zone: null, side: null, words: ['2019'] }], ['doors', { year: null, zone: null, side: null, words: ['doors'] }],
  ])('reads “%s”', (text, query) => expect(parseSearch(text)).toEqual(query));
});

it('names sides by the vehicle and by who drives', () => {
  expect(sideWords('left')).toBe('left');
  expect(sideWords('left', 'left')).toBe("left (driver's)");
  expect(sideWords('left', 'right')).toBe("left (passenger's)");
  expect(sideWords('centre', 'left')).toBe('centre');
  for (const side of ['left', 'right', 'centre'] as const) expect(oppositeSide(oppositeSide(side))).toBe(side);
});

it('says for which vehicles', () => {
  const kite = { make: 'Velden', model: 'Kite' };
  expect([{ ...kite, from: 2014, to: 2019 }, { ...kite, from: 2014 }, { ...kite, to: 2014 }, { ...kite, from: 2014, to: 2014 }, kite].map(applicabilityWords))
    .toEqual(['Velden Kite 2014–2019', 'Velden Kite from 2014', 'Velden Kite up to 2014', 'Velden Kite 2014', 'Velden Kite']);
  expect(zoneName('boot-floor')).toBe('boot floor');
});

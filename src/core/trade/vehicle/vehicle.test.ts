import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applicabilityWords } from './applies';
import { rankFor, verifyFor, type Candidate } from './relatives';
import { parseSearch } from './search-query';
import { oppositeSide, sideWords } from './sides';
import { zoneName } from './zones';

describe('one line of search', () => {
  const asked = { year: 2018, zone: 'rear-door', side: 'left', words: ['kite'] };
  it('is read the same in any order', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(['2018', 'kite', 'rear door', 'left'], { minLength: 4 }), (parts) => {
        expect(parseSearch(parts.join(' '))).toEqual(asked);
      }),
    );
  });

  it.each([
    ['Kite 16', { year: null, zone: null, side: null, words: ['kite', '16'] }],
    ['', { year: null, zone: null, side: null, words: [] }],
    ['  KITÉ,  2016 ', { year: 2016, zone: null, side: null, words: ['kite'] }],
    ['seat base', { year: null, zone: 'rear-seat', side: null, words: [] }],
    ['2018 2019', { year: 2018, zone: null, side: null, words: ['2019'] }],
    ['doors', { year: null, zone: null, side: null, words: ['doors'] }],
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
  expect(
    [
      { ...kite, from: 2014, to: 2019 },
      { ...kite, from: 2014 },
      { ...kite, to: 2014 },
      { ...kite, from: 2014, to: 2014 },
      kite,
    ].map(applicabilityWords),
  ).toEqual([
    'Velden Kite 2014–2019',
    'Velden Kite from 2014',
    'Velden Kite up to 2014',
    'Velden Kite 2014',
    'Velden Kite',
  ]);
  expect(zoneName('boot-floor')).toBe('boot floor');
});

describe('procedures for a vehicle', () => {
  const candidate = (id: string, zone: string, side: 'left' | 'right', range: object): Candidate => ({
    id,
    title: id,
    zone,
    side,
    ranges: [{ make: 'Velden', model: 'Kite', from: 2014, to: 2019, body: 'hatch-5', ...range }],
  });
  const all = [
    candidate('exact', 'rear-door', 'left', {}),
    candidate('older', 'rear-door', 'left', { from: 2008, to: 2013 }),
    candidate('estate', 'rear-door', 'left', { model: 'Kite Estate', body: 'estate' }),
    candidate('front', 'front-door', 'left', {}),
    candidate('dash', 'dash-top', 'left', {}),
    candidate('other', 'rear-door', 'left', { make: 'Soria' }),
  ];
  const kite = { make: 'velden', model: 'kite', year: 2016, body: 'hatch-5' };
  it('come exact first, then by how near they are, each with what differs', () => {
    const ranked = rankFor(kite, all, { zone: 'rear-door', side: 'left' });
    expect(ranked.map((one) => one.id)).toEqual(['exact', 'older', 'estate', 'front']);
    expect(ranked.map((one) => one.verified)).toEqual([true, false, false, false]);
    expect(ranked[1].differs).toEqual(['3 model years outside Velden Kite 2008–2013']);
    expect(ranked[3].differs).toEqual(['a front door, not a rear door']);
    expect(rankFor(kite, all, { zone: 'rear-door', side: 'right' })[0].differs[0]).toContain('to be mirrored');
  });

  it('are unverified while what tells is not known', () => {
    expect(verifyFor({ make: 'Velden', model: 'Kite' }, all[0].ranges)).toEqual({
      verified: false,
      differs: [],
      unknown: ['the model year', 'the body'],
    });
    expect(verifyFor({ make: 'Soria', model: 'Lumen' }, all[0].ranges)).toMatchObject({
      verified: false,
      differs: ['recorded for Velden Kite 2014–2019'],
    });
  });
});

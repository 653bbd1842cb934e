import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readyBy, workBetween } from './working-time';

const HOURS = { opens: '08:00', closes: '17:00', days: [1, 2, 3, 4, 5] };
const LONDON = 'Europe/London';
const ready = (now: string, hours: number, hoursOpen = HOURS) =>
  readyBy(new Date(now), hours * 3600, LONDON, hoursOpen)?.toISOString() ?? null;

it.each([
  // Friday 2026-11-27.
  ['the same day', '2026-11-27T09:00:00Z', 2, '2026-11-27T11:00:00.000Z'],
  ['over the night and the weekend', '2026-11-27T16:00:00Z', 2, '2026-11-30T09:00:00.000Z'],
  ['from the next opening', '2026-11-28T12:00:00Z', 1, '2026-11-30T09:00:00.000Z'],
  ['before the shop opens', '2026-11-27T05:00:00Z', 1, '2026-11-27T09:00:00.000Z'],
  ['over several days', '2026-11-23T08:00:00Z', 20, '2026-11-25T10:00:00.000Z'],
  ['to the last minute', '2026-11-27T08:00:00Z', 9, '2026-11-27T17:00:00.000Z'],
])('%s', (_, now, hours, expected) => expect(ready(now, hours)).toBe(expected));

it('keeps to the clock on the wall where it is changed in the night', () => {
  // Clocks go back on Sunday 2026-10-25: eight on the wall is 07:00 UTC on Friday and 08:00 UTC on Monday.
  expect(ready('2026-10-23T07:00:00Z', 10)).toBe('2026-10-26T09:00:00.000Z');
  // And forward on Sunday 2027-03-28.
  expect(ready('2027-03-26T08:00:00Z', 10)).toBe('2027-03-29T08:00:00.000Z');
});

it('works through such a night where the shop does', () => {
  const always = { opens: '00:00', closes: '23:59', days: [1, 2, 3, 4, 5, 6, 7] };
  // Four real hours from midnight on the day with 25 hours.
  expect(ready('2026-10-24T23:00:00Z', 4, always)).toBe('2026-10-25T03:00:00.000Z');
});

it('promises nothing beyond a year', () => expect(ready('2026-11-27T09:00:00Z', 9 * 400)).toBeNull());

it('counts the working time between two moments, back and forth', () => {
  const between = (from: string, to: string) => workBetween(new Date(from), new Date(to), LONDON, HOURS) / 3600;
  expect(between('2026-11-27T09:00:00Z', '2026-11-27T11:00:00Z')).toBe(2);
  expect(between('2026-11-27T16:00:00Z', '2026-11-30T09:00:00Z')).toBe(2);
  expect(between('2026-11-30T09:00:00Z', '2026-11-27T16:00:00Z')).toBe(-2);
  expect(between('2026-11-28T09:00:00Z', '2026-11-29T16:00:00Z')).toBe(0);
  // Clocks go back in between: still nine and one.
  expect(between('2026-10-23T07:00:00Z', '2026-10-26T09:00:00Z')).toBe(10);
});

it('is the other way round of promising', () =>
  fc.assert(
    fc.property(
      fc.date({ min: new Date('2026-01-01'), max: new Date('2027-12-31'), noInvalidDate: true }),
      fc.integer({ min: 60, max: 200_000 }),
      (now, seconds) => {
        const done = readyBy(now, seconds, LONDON, HOURS)!;
        expect(workBetween(now, done, LONDON, HOURS)).toBe(seconds);
      },
    ),
  ));

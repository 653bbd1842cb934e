import { expect, it } from 'vitest';
import { PLACES, placesFor } from './places';

it.each([
  ['stor', '/stores'],
  ['open job', '/jobs/new'],
  ['ohm', '/bench?tool=load'],
  ['bench rattle', '/bench?tool=tones'],
])('“%s” finds %s', (text, href) => expect(placesFor(text).map(([, one]) => one)).toContain(href));

it('finds nothing for nothing, nor for what is nowhere; no place stands twice', () => {
  expect(placesFor(' ')).toEqual([]);
  expect(placesFor('bench zebra')).toEqual([]);
  expect(new Set(PLACES.map(([, href]) => href)).size).toBe(PLACES.length);
});

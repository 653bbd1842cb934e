import { describe, expect, it } from 'vitest';
import { CAUSE, causeOf } from './keep-serving';

const deaths = (...underWay: string[][]) => underWay.map((one, n) => ({ at: n * 1000, underWay: one }));
const often = (address: string, more: string[][] = []) =>
  deaths(...Array.from({ length: CAUSE.deaths }, (_, n) => [...(more[n] ?? []), address]));

describe('what keeps ending the app', () => {
  it('is the request that was under way every time', () => {
    expect(causeOf(often('PUT /api/photos', [['GET /'], ['GET /day']]), 10_000)).toBe('PUT /api/photos');
  });

  it('is nothing while it died too seldom, for different reasons, or long ago', () => {
    expect(causeOf(often('PUT /api/photos').slice(1), 10_000)).toBeNull();
    expect(causeOf(deaths(['a'], ['b'], ['a'], ['b'], ['a']), 10_000)).toBeNull();
    expect(causeOf(deaths([], [], [], [], []), 10_000)).toBeNull();
    expect(causeOf(often('PUT /api/photos'), CAUSE.withinMs + 10_000)).toBeNull();
  });
});

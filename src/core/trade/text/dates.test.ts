import { describe, expect, it } from 'vitest';
import { datesIn, isTimeZone } from './dates';

describe('dates', () => {
  it('are those of the shop’s zone, whatever this machine’s is', () => {
    const at = '2026-06-30T23:30:00.000Z';
    expect([datesIn('UTC').day(at), datesIn('Europe/London').day(at), datesIn('America/Chicago').moment(at)]).toEqual([
      '30 Jun 2026',
      '1 Jul 2026',
      '30 Jun 2026, 18:30',
    ]);
  });

  it('know a zone from what is none', () => {
    expect([isTimeZone('Pacific/Auckland'), isTimeZone('Saltmarsh/Harbour'), isTimeZone('')]).toEqual([
      true,
      false,
      false,
    ]);
  });
});

import { describe, expect, it } from 'vitest';
import { isTrivialPin } from './trivial-pin';

describe('a PIN that anybody would try', () => {
  it.each([
    '0000',
    '1212',
    '123123',
    '1234',
    '8901',
    '4321',
    '2468',
    '97531',
    '1987',
    '2026',
    '2580',
    '1379',
    '7931',
    '48265',
    '86425',
    '1245',
    '12369874',
  ])(
    // prettier-ignore
    'is %s',
    (pin) => expect(isTrivialPin(pin)).toBe(true),
  );

  it.each(['8341', '9517', '5005', '4827', '19874', '620943', '7395', '50316', '2987'])('is not %s', (pin) =>
    expect(isTrivialPin(pin)).toBe(false),
  );

  it('is rare among those of four digits', () => {
    const trivial = Array.from({ length: 10_000 }, (_, n) => String(n).padStart(4, '0')).filter(isTrivialPin);
    expect(trivial.length).toBeGreaterThan(400);
    expect(trivial.length).toBeLessThan(1000);
  });
});

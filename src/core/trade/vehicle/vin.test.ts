import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { modelYear, readVin, vinCheckDigit } from './vin';

/**
 * Worked examples. 1M8GDM9AXKP042788 and 11111111111111111 are the usual published tests of the calculation in 49 CFR 565.15(c) (quoted from memory); the third is the
 * regulation's own kind of example, worked by hand below.
 */
const GOOD: [vin: string, digit: string][] = [
  ['1M8GDM9AXKP042788', 'X'],
  ['11111111111111111', '1'],
  ['1G4AH59H45G118341', '4'],
];
const SIGNS = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789';
const vins = fc.array(fc.constantFrom(...SIGNS), { minLength: 17, maxLength: 17 }).map((signs) => signs.join(''));

describe('the check digit', () => {
  it.each(GOOD)('of %s is %s', (vin, digit) => {
    expect(vinCheckDigit(vin)).toBe(digit);
    expect(readVin(vin)).toMatchObject({ vin, fault: null, warning: null });
  });

  it('by hand: values 1 7 4 1 8 5 9 8 · 5 7 1 1 8 3 4 1 times their weights make 411, which leaves 4 over 11', () => {
    const values = [1, 7, 4, 1, 8, 5, 9, 8, 0, 5, 7, 1, 1, 8, 3, 4, 1];
    const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];
    const sum = values.reduce((total, value, at) => total + value * weights[at], 0);
    expect([sum, sum % 11]).toEqual([411, 4]);
  });

  it('finds every single misread sign whose value differs, in North America as a fault, elsewhere as a warning', () => {
    fc.assert(
      fc.property(vins, fc.nat(16), fc.constantFrom(...SIGNS), (any, at, sign) => {
        const digit = vinCheckDigit(any);
        const vin = any.slice(0, 8) + digit + any.slice(9);
        expect(readVin(vin).fault).toBeNull();
        const misread = vin.slice(0, at) + sign + vin.slice(at + 1);
        const fits = vinCheckDigit(misread) === misread[8];
        const reading = readVin(misread);
        expect(reading.fault).toBe(fits || !/^[1-5]/.test(misread) ? null : 'check-digit');
        expect(reading.warning === null).toBe(fits);
      }),
    );
  });
});

describe('reading', () => {
  it('takes spaces, hyphens, small letters and the leading I of a bar code', () => {
    expect(readVin(' 1m8gdm9a-xkp042788 ').vin).toBe('1M8GDM9AXKP042788');
    expect(readVin('I1M8GDM9AXKP042788').fault).toBeNull();
  });

  it('says what is wrong', () => {
    expect(readVin('1M8GDM9AXKP04278')).toMatchObject({ fault: 'length' });
    expect(readVin('')).toMatchObject({ fault: 'length' });
    expect(readVin('1M8GDM9AXKPO42788')).toMatchObject({ fault: 'letters' });
  });
});

describe('the model year', () => {
  // 49 CFR 565.15(d)(1), table VII: K is 1989 or 2019, A 1980 or 2010, 9 is 2009 or 2039.
  it.each([
    ['1M8GDM9AXKP042788', 1989],
    ['1M8GDMAAXKP042788', 2019],
    ['1M8GDM9AXAP042788', 1980],
    ['1M8GDMAAXAP042788', 2010],
    ['1M8GDM9AX9P042788', 2009],
    ['1M8GDMAAX9P042788', 2039],
    ['1M8GDM9AXYP042788', 2000],
    ['1M8GDM9AX1P042788', 2001],
  ])('of %s is %i', (vin, year) => {
    expect(modelYear(vin)).toBe(year);
  });

  it('is not told by U, Z or 0, which stand for none', () => {
    for (const sign of 'UZ0') expect(modelYear(`1M8GDM9AX${sign}P042788`)).toBeNull();
  });
});

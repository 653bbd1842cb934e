import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { againstActual, centsIn, chargedHours, labourLine, lineCents, moneyWords, type QuoteLine, totalsOf } from './';

const line = (more: Partial<QuoteLine> = {}): QuoteLine => ({
  id: 'a',
  kind: 'part',
  words: 'Speaker',
  quantity: 1,
  unitCents: 1000,
  isOption: false,
  ...more,
});
const NONE = new Set<string>();

describe('prices', () => {
  it.each<[string, number | null]>([
    ['12,50', 1250],
    ['12.5', 1250],
    ['1.234,50', 123450],
    ['1,234.50', 123450],
    ['1 234', 123400],
    ['1.234', 123400],
    ['0', 0],
    ['-5', -500],
    ['', null],
    ['12,5,0', null],
    ['twelve', null],
    ['1.23.4', null],
    ['999999999999', null],
  ])('reads “%s”', (text, cents) => expect(centsIn(text)).toBe(cents));

  it('are read back as they are written', () =>
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), (cents) => {
        expect(
          centsIn(
            moneyWords(cents, '')
              .replace('−', '-')
              .replace(/\u202f/g, ' '),
          ),
        ).toBe(cents === 0 ? 0 : cents);
      }),
    ));
});

describe('a quote', () => {
  it('adds tax to the sum, or takes it out of prices that have it', () => {
    const lines = [line({ unitCents: 3333, quantity: 3 }), line({ id: 'b', unitCents: 1 })];
    // 100.00 at 20 %: 20.00 on top, or 16.67 in it.
    expect(totalsOf(lines, NONE, { taxPercent: 20, isTaxIncluded: false })).toEqual({
      net: 10000,
      tax: 2000,
      gross: 12000,
    });
    expect(totalsOf(lines, NONE, { taxPercent: 20, isTaxIncluded: true })).toEqual({
      net: 8333,
      tax: 1667,
      gross: 10000,
    });
  });

  it('leaves out options alone', () => {
    const lines = [line(), line({ id: 'b', unitCents: 500, isOption: true })];
    const terms = { taxPercent: 0, isTaxIncluded: false };
    expect(totalsOf(lines, new Set(['a', 'b']), terms).gross).toBe(1000);
    expect(totalsOf(lines, NONE, terms).gross).toBe(1500);
  });

  it('always comes to net and tax together, whatever is in it', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ quantity: fc.integer({ min: 0, max: 40 }), unitCents: fc.integer({ min: 0, max: 1e6 }) })),
        fc.integer({ min: 0, max: 100 }),
        fc.boolean(),
        (all, taxPercent, isTaxIncluded) => {
          const lines = all.map((one, n) => line({ ...one, id: String(n) }));
          const { net, tax, gross } = totalsOf(lines, NONE, { taxPercent, isTaxIncluded });
          expect(net + tax).toBe(gross);
          const sum = lines.reduce((total, one) => total + lineCents(one), 0);
          expect(isTaxIncluded ? gross : net).toBe(sum);
          expect(Number.isInteger(tax) && tax >= 0).toBe(true);
        },
      ),
    ));

  it('charges labour by begun quarters of an hour, by procedure, or flat', () => {
    expect([0, 1, 900, 901, 3700].map(chargedHours)).toEqual([0, 0.25, 0.25, 0.5, 1.25]);
    const work = {
      id: 'w',
      title: 'Velden Kite, rear door, left',
      procedures: ['rear', 'dash'],
      likelySeconds: 3000,
      safeSeconds: 3700,
    };
    const terms = {
      school: 'time' as const,
      basis: 'safe' as const,
      perHourCents: 6000,
      flatCents: 9900,
      prices: [
        { procedure: 'rear', cents: 8000 },
        { procedure: 'dash', cents: 4000 },
        { procedure: 'front', cents: 1 },
      ],
    };
    expect(lineCents(labourLine(work, terms))).toBe(7500);
    expect(lineCents(labourLine(work, { ...terms, basis: 'likely' }))).toBe(6000);
    expect(lineCents(labourLine(work, { ...terms, school: 'flat' }))).toBe(9900);
    expect(lineCents(labourLine(work, { ...terms, school: 'procedure' }))).toBe(12000);
    const [rear] = terms.prices;
    expect(lineCents(labourLine(work, { ...terms, school: 'procedure', prices: [rear] }))).toBe(0);
    expect(lineCents(labourLine({ ...work, procedures: [] }, { ...terms, school: 'procedure' }))).toBe(0);
  });

  it('stands against what it took', () => {
    const lines = [line({ kind: 'labour', likelySeconds: 3000, safeSeconds: 3700 }), line()];
    expect(againstActual(lines, 3800)).toEqual({
      likelySeconds: 3000,
      safeSeconds: 3700,
      actualSeconds: 3800,
      isOver: true,
    });
    expect(againstActual([line()], 3800).isOver).toBe(false);
  });
});

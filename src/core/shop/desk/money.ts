/** Money is whole hundredths of the shop's currency: sums are exact. */
export type Cents = number;

/** Nothing here costs more, in hundredths. */
const MOST: Cents = 100_000_000_00;

/**
 * A price as it is typed, with a comma or a point for the hundredths and spaces, points, commas or apostrophes between thousands.
 * @returns null for what is no price, or above 100 million
 * @example centsIn('1.234,5'); // 123450
 */
export function centsIn(text: string): Cents | null {
  const match = /^(-?)(\d{1,3}(?:[ .,’'\u00a0]\d{3})*|\d+)(?:[.,](\d{1,2}))?$/.exec(text.trim());
  if (!match) return null;
  const [, sign, whole, rest = ''] = match;
  const cents = Number(whole.replace(/\D/g, '')) * 100 + Number(rest.padEnd(2, '0'));
  return cents > MOST ? null : sign && cents ? -cents : cents;
}

/** A price as text with the currency's code or sign after it. @example moneyWords(123450, 'EUR'); // "1 234.50 EUR" */
export function moneyWords(cents: Cents, currency: string): string {
  const whole = Math.floor(Math.abs(cents) / 100);
  const grouped = String(whole).replace(/\B(?=(\d{3})+$)/g, '\u202f');
  const rest = String(Math.abs(cents) % 100).padStart(2, '0');
  return `${cents < 0 ? '−' : ''}${grouped}.${rest}${currency ? `\u00a0${currency}` : ''}`;
}

/** Rounded to whole hundredths, halves away from zero, as invoices are. */
export const wholeCents = (value: number): Cents => Math.sign(value) * Math.floor(Math.abs(value) + 0.5 + 1e-9);

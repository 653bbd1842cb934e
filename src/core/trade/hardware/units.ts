/** Millimetres in one international inch: exactly 25.4 by definition (ISO 80000-3; the 1959 yard and pound agreement). */
export const MM_PER_INCH = 25.4;

/** Converts inches to millimetres. */
export const inchToMm = (inch: number) => inch * MM_PER_INCH;

/**
 * Reads an inch size written as a fraction ("9/32") or a number ("0.5").
 * Returns inches, or null where the text is neither or the denominator is 0.
 */
export function parseInch(text: string): number | null {
  const fraction = /^(\d+)\/(\d+)$/.exec(text.trim());
  if (fraction) return Number(fraction[2]) === 0 ? null : Number(fraction[1]) / Number(fraction[2]);
  const value = Number(text);
  return text.trim() !== '' && Number.isFinite(value) ? value : null;
}

const MM_PER_INCH = 25.4;

/**
 * A length as people type it, in millimetres: "165", "165mm", "Ø 165", "6,5", "16 cm", "6 1/2 in", "1 3/4\"", "11/64 in". Without a unit it is millimetres; a fraction alone is inches.
 * Null where it is no length. One inch is 25.4 mm exactly (ISO 80000-3).
 * @example parseMm('1 3/4"'); // 44.45
 */
export function parseMm(typed: string): number | null {
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/^[øo∅⌀] ?(?=[\d.])/, '')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/[”″]|''/g, '"');
  const match = /^(?:(\d+(?:\.\d+)?|\.\d+))?(?:(?:^|[\s-]+)(\d+) ?\/ ?(\d+))? ?(mm|cm|in|inch|inches|")?$/.exec(text);
  if (!match) return null;
  const [, whole, over, under, unit] = match;
  if (whole === undefined && over === undefined) return null;
  if (under !== undefined && Number(under) === 0) return null;
  const value = Number(whole ?? 0) + (over === undefined ? 0 : Number(over) / Number(under));
  if (unit === 'cm') return value * 10;
  const isInch = unit !== undefined ? unit !== 'mm' : over !== undefined;
  return isInch ? value * MM_PER_INCH : value;
}

/** A length in inches as millimetres, exactly. */
export const inchesToMm = (inches: number): number => inches * MM_PER_INCH;

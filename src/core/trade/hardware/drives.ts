import { inchToMm, parseInch } from './units';

/** The plan shape of a fastener's head or recess: what the map draws and what a tool must match. */
export type DriveFamily = 'hexalobular' | 'cross' | 'hex' | 'hex-socket' | 'slot' | 'square';

/** A drive as understood: `code` is the one spelling used everywhere, `plate` what a size plate shows. */
export interface Drive {
  code: string;
  plate: string;
  family: DriveFamily;
  /** Across-flats or across-points size in mm; null where a size number is not a length (T20, PH2). */
  sizeMm: number | null;
  /** The size number of hexalobular, cross and square drives; null for the others. */
  sizeNumber: number | null;
}

/** Hexalobular size numbers of ISO 10664:2014 that trim uses, T6 to T60. Table from memory of the standard's scope. */
const HEXALOBULAR = [6, 7, 8, 9, 10, 15, 20, 25, 27, 30, 40, 45, 50, 55, 60];

const numbered =
  (family: DriveFamily, prefix: string, sizes: number[]) =>
  (size: string): Drive | null =>
    sizes.includes(Number(size))
      ? { code: `${prefix}${size}`, plate: `${prefix}${size}`, family, sizeMm: null, sizeNumber: Number(size) }
      : null;

const hexalobular = numbered('hexalobular', 'T', HEXALOBULAR);
const cross = numbered('cross', 'PH', [0, 1, 2, 3, 4]);
const square = numbered('square', 'SQ', [1, 2, 3]);

function metric(family: DriveFamily, word: string, size: string): Drive | null {
  const sizeMm = Number(size);
  if (!(sizeMm > 0 && sizeMm <= 60)) return null;
  return { code: `${word} ${sizeMm} mm`, plate: plateOf(family, `${sizeMm} mm`), family, sizeMm, sizeNumber: null };
}

function inches(family: DriveFamily, word: string, size: string): Drive | null {
  const inch = parseInch(size);
  if (inch === null || inch <= 0 || inch > 2) return null;
  const sizeMm = inchToMm(inch);
  return { code: `${word} ${size} in`, plate: plateOf(family, `${size} in`), family, sizeMm, sizeNumber: null };
}

/** A size as it stands on a plate: "7 mm", "5 mm key", "slot 4 mm". */
const plateOf = (family: DriveFamily, size: string) =>
  family === 'hex-socket' ? `${size} key` : family === 'slot' ? `slot ${size}` : size;

const HEAD = '(?:hex|hex head|hexagon)';
const KEY = '(?:hex socket|hex key|hex-socket|socket head)';
const MM = '(\\d+(?:\\.\\d+)?) ?mm';
const IN = '(\\d+\\/\\d+|\\d*\\.\\d+|\\d+) ?in(?:ch)?';

const PATTERNS: [RegExp, (size: string) => Drive | null][] = [
  [/^t[ -]?(\d+)$/, hexalobular],
  [/^(?:ph|cross|cross[- ]recess)(?: ?no\.?)?[ -]?(\d)$/, cross],
  [/^(?:sq|square)[ -]?(\d)$/, square],
  [new RegExp(`^${KEY} ${MM}$`), (s) => metric('hex-socket', 'hex socket', s)],
  [new RegExp(`^${KEY} ${IN}$`), (s) => inches('hex-socket', 'hex socket', s)],
  [new RegExp(`^${HEAD} ${MM}$`), (s) => metric('hex', 'hex', s)],
  [new RegExp(`^${HEAD} ${IN}$`), (s) => inches('hex', 'hex', s)],
  [new RegExp(`^${MM}$`), (s) => metric('hex', 'hex', s)],
  [new RegExp(`^${IN}$`), (s) => inches('hex', 'hex', s)],
  [new RegExp(`^(?:slot|slotted) ${MM}$`), (s) => metric('slot', 'slot', s)],
];

/**
 * Understands a drive as people write it: "T20", "PH2", "cross-recess no. 2", "hex 7 mm", "9/32 in", "hex socket 5 mm".
 * Returns null where it is no known drive (a T23 does not exist).
 */
export function parseDrive(text: string): Drive | null {
  const plain = text.trim().toLowerCase().replace(/\s+/g, ' ');
  for (const [pattern, read] of PATTERNS) {
    const match = pattern.exec(plain);
    if (match) return read(match[1]);
  }
  return null;
}

/** The drives offered first when recording: the trade's common ones (common practice, no source). */
export const COMMON_DRIVES = [
  'T10',
  'T15',
  'T20',
  'T25',
  'T27',
  'T30',
  'PH2',
  'hex 7 mm',
  'hex 8 mm',
  'hex 10 mm',
  'hex 9/32 in',
  'hex 5/16 in',
];

import { tidy } from './tidy';
import { inchesToMm, parseMm } from './typed-size';

export type DrillSet = 'metric' | 'fraction' | 'number' | 'letter';
export interface Drill {
  set: DrillSet;
  /** "3.2", "1/8", "#30", "F". */
  name: string;
  mm: number;
}

/** Number drills 1 to 80, inches (ASME B94.11M; values from memory). */
const NUMBERS = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177,
  0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116,
  0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076,
  0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036,
  0.035, 0.033, 0.032, 0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02, 0.018, 0.016, 0.0145, 0.0135,
];
/** Letter drills A to Z, inches (ASME B94.11M; values from memory). */
const LETTERS = [
  0.234, 0.238, 0.242, 0.246, 0.25, 0.257, 0.261, 0.266, 0.272, 0.277, 0.281, 0.29, 0.295, 0.302, 0.316, 0.323, 0.332,
  0.339, 0.348, 0.358, 0.368, 0.377, 0.386, 0.397, 0.404, 0.413,
];

const drill = (set: DrillSet, name: string, mm: number): Drill => ({ set, name, mm: tidy(mm) });
const fraction = (over: number): string => {
  const [n, d] = [over, 64];
  const common = [64, 32, 16, 8, 4, 2].find((by) => n % by === 0 && d % by === 0) ?? 1;
  return d / common === 1 ? String(n / common) : `${n / common}/${d / common}`;
};
const upTo = (count: number) => Array.from({ length: count }, (_, n) => n + 1);

/** Drills of each set: metric 0.5 to 13 mm by tenths, fractions 1/64 to 1 in by 64ths, numbers 80 to 1, letters A to Z. */
export const DRILLS: Record<DrillSet, Drill[]> = {
  metric: upTo(126).map((n) => drill('metric', String(tidy(0.4 + n / 10)), 0.4 + n / 10)),
  fraction: upTo(64).map((n) => drill('fraction', fraction(n), inchesToMm(n / 64))),
  number: NUMBERS.map((inches, n) => drill('number', `#${n + 1}`, inchesToMm(inches))),
  letter: LETTERS.map((inches, n) => drill('letter', String.fromCharCode(65 + n), inchesToMm(inches))),
};

/** A drill by its name, "#29", "F", "11/64", or a length as it is typed, in millimetres; null where it is neither. */
export function drillSize(name: string): number | null {
  const text = name.trim();
  const known = [...DRILLS.number, ...DRILLS.letter].find((one) => one.name.toLowerCase() === text.toLowerCase());
  return known?.mm ?? parseMm(text);
}

/** The drill nearest to a diameter in the sets at hand; of two as near the smaller, which can still be opened up. Null without a set. */
export function nearestDrill(mm: number, sets: readonly DrillSet[]): { nearest: Drill; errorMm: number } | null {
  const all = sets
    .flatMap((set) => DRILLS[set])
    .sort((a, b) => Math.abs(a.mm - mm) - Math.abs(b.mm - mm) || a.mm - b.mm);
  return all.length ? { nearest: all[0], errorMm: tidy(all[0].mm - mm) } : null;
}

import type { Side } from '../trade';
import { tidy } from './tidy';

/** Self-tapping screws: thread size and core diameter, mm (ISO 1478; values from memory). */
const TAPPERS: [size: number, core: number][] = [
  [2.2, 1.6],
  [2.9, 2.2],
  [3.5, 2.6],
  [3.9, 2.9],
  [4.2, 3.1],
  [4.8, 3.6],
  [5.5, 4.2],
  [6.3, 4.9],
];
/** Sizes of self-tappers, mm. */
export const TAPPER_SIZES = TAPPERS.map(([size]) => size);

/**
 * The pilot hole for a self-tapper, mm: about its core, 0.1 more where the sheet is over 1 mm and 0.2 over 2 (handbooks, from memory).
 * @returns null for a size that is not sold
 * @example pilotFor(2.9, 0.8); // 2.2
 */
export function pilotFor(screw: number, sheet: number): number | null {
  const core = TAPPERS.find(([size]) => Math.abs(size - screw) < 0.05)?.[1];
  return core === undefined ? null : tidy(core + (sheet > 2 ? 0.2 : sheet > 1 ? 0.1 : 0));
}

/** Clearance holes for metric screws, medium fit, mm (ISO 273; values from memory). */
const CLEARANCE: Record<number, number> = { 2: 2.4, 2.5: 2.9, 3: 3.4, 4: 4.5, 5: 5.5, 6: 6.6, 8: 9, 10: 11 };
/** Metric screws that a clearance is known for. */
export const CLEARANCE_SIZES = Object.keys(CLEARANCE)
  .map(Number)
  .sort((a, b) => a - b);
/** The clearance hole of a metric screw, mm; null for a size that is not listed. @example clearanceFor(5); // 5.5 */
export const clearanceFor = (screw: number): number | null => CLEARANCE[screw] ?? null;

/** Holes for a boot: in the door and in the body, mm (1 in and ¾ in: common practice, no source). */
export const GROMMET_MM = { door: 25.4, body: 19.05 } as const;

/** Steps of the drill that most shops have: 4 to 30 mm by 2 (common practice, no source). */
const STEPS = Array.from({ length: 14 }, (_, n) => 4 + 2 * n);
/** The first step that is no smaller than a hole, which it is left wider by; null above the largest. */
export const stepFor = (mm: number): { step: number; widerBy: number } | null => {
  const step = STEPS.find((one) => one >= mm - 1e-9);
  return step === undefined ? null : { step, widerBy: tidy(step - mm) };
};

/** How far a drill may come out behind a sheet before a stop holds it, mm (common practice, no source). */
const THROUGH_MM = 3;
/** Where to set the stop on a drill, mm from its tip; null where what is behind is nearer than that. */
export const depthStop = (sheet: number, behind: number | null): number | null =>
  behind !== null && behind <= sheet + THROUGH_MM ? null : tidy(sheet + THROUGH_MM);

/** What has to be looked at behind a place before it is cut or drilled. */
export const BEHIND = [
  { code: 'glass', asks: 'Glass path, with the glass down' },
  { code: 'regulator', asks: 'Window regulator and its cables' },
  { code: 'rods', asks: 'Lock and handle rods' },
  { code: 'loom', asks: 'Loom and plugs' },
  { code: 'srs', asks: 'Airbag sensor or its wires' },
  { code: 'fuel', asks: 'Fuel line' },
  { code: 'brake', asks: 'Brake line' },
] as const;
export type BehindCode = (typeof BEHIND)[number]['code'];
export type BehindAnswers = Partial<Record<BehindCode, 'clear' | 'in-the-way'>>;

/** Whether anything may be cut: only once everything behind was looked at and is clear. */
export function mayCut(answers: BehindAnswers): { may: boolean; open: BehindCode[]; inTheWay: BehindCode[] } {
  const open = BEHIND.flatMap(({ code }) => (answers[code] ? [] : [code]));
  const inTheWay = BEHIND.flatMap(({ code }) => (answers[code] === 'in-the-way' ? [code] : []));
  return { may: open.length + inTheWay.length === 0, open, inTheWay };
}

/** A place from two edges that can be found again, mm. */
export interface Datum {
  from: string;
  up: number;
  andFrom: string;
  back: number;
}

/** Where a mark lies in the drawing of a side, from its datum's corner: rearwards is to the right on a right door, to the left on a left one, seen from the cabin. */
export const markOn = (side: Exclude<Side, 'centre'>, { up, back }: Datum): [x: number, y: number] => [
  side === 'left' ? -back : back,
  up,
];

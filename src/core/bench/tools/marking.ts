import type { Side } from '../../trade';
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

/** A place from two edges that can be found again, mm; below zero it is under the one, or in front of the other. */
export interface Datum {
  from: string;
  up: number;
  andFrom: string;
  back: number;
  /** What the hole must stay under: an armrest, the glass line; how far that is above the first edge, mm. */
  ceiling?: { name: string; up: number };
}

/** What is left between a hole's upper edge and its ceiling, mm; below zero it comes over it. */
export const ceilingRoom = (
  { up, ceiling }: { up: number; ceiling: NonNullable<Datum['ceiling']> },
  diameter: number,
): { mm: number } => ({ mm: tidy(ceiling.up - up - diameter / 2) });

/** Bare sheet that a hole wants to each side (common practice, no source): its own width to an edge, and no spot weld within reach of the drill. */
const EDGE_SHARE = 1;
const LEAST_EDGE_MM = 6;
const WELD_MM = 10;

/** What is missing between a hole and the nearest edge and spot weld, mm; 0 where there is room, null where nobody measured. */
export interface HoleRoom {
  edge: number | null;
  weld: number | null;
}

/** Whether a hole keeps off the sheet's edge and off spot welds; distances from its middle, mm. */
export function holeRoom(diameter: number, toEdge: number | null, toWeld: number | null): HoleRoom {
  const missing = (from: number | null, wanted: number) =>
    from === null ? null : Math.max(0, tidy(wanted - (from - diameter / 2)));
  return { edge: missing(toEdge, Math.max(LEAST_EDGE_MM, EDGE_SHARE * diameter)), weld: missing(toWeld, WELD_MM) };
}

/** What a screw goes through, from its head on. */
export type LayerMaterial = 'card' | 'plywood' | 'plastic' | 'steel';
export interface Layer {
  material: LayerMaterial;
  mm: number;
}

/** The hole through one layer of a stack: clear through what is only clamped, a pilot where the thread holds. */
export interface StackHole extends Layer {
  holds: boolean;
  hole: number;
}

/** A self-tapper's length: through all layers, and its point beyond the last (common practice, no source). */
const POINT_MM = 6;
/** A pilot in plywood, of the screw's width: soft wood takes a thinner one than sheet (common practice, no source). */
const PLY_SHARE = 0.7;
/** Lengths of self-tappers, mm (ISO 1478 screws as sold; values from memory). */
const SCREW_LENGTHS = [9.5, 13, 16, 19, 22, 25, 32, 38, 45, 50];

/**
 * A self-tapping screw through several layers, its head on the first: it holds in the last one that a thread holds in, and goes free through those before.
 * @returns null for a screw that is not sold, or where nothing holds: card tears out
 */
export function screwThrough(
  screw: number,
  layers: readonly Layer[],
): { holes: StackHole[]; length: number | null } | null {
  const last = layers.findLastIndex(({ material }) => material !== 'card');
  if (last < 0) return null;
  const holes = layers.map((layer, at): StackHole | null => {
    if (at !== last) return { ...layer, holds: false, hole: tidy(screw + 0.5) };
    const hole = layer.material === 'steel' ? pilotFor(screw, layer.mm) : Math.round(screw * PLY_SHARE * 10) / 10;
    return hole === null ? null : { ...layer, holds: true, hole };
  });
  const through = layers.slice(0, last + 1).reduce((sum, { mm }) => sum + mm, 0);
  return holes.every((one) => one !== null)
    ? { holes, length: SCREW_LENGTHS.find((one) => one >= through + POINT_MM) ?? null }
    : null;
}

/** Where a mark lies in the drawing of a side, from its datum's corner: rearwards is to the right on a right door, to the left on a left one, seen from the cabin. */
export const markOn = (side: Exclude<Side, 'centre'>, { up, back }: Datum): [x: number, y: number] => [
  side === 'left' ? -back : back,
  up,
];

import type { Point, ProcedureDocument } from '../../document';
import { findPartKind, BASE_CATALOGUE } from '../../trade';
import { holesOn } from './oval';
import type { Corner, Polygon } from './areas';
import type { DampInput } from './damp';
import { parseMm } from './typed-size';

/** How much of the flat inner skin is covered: the schools (common practice, no source). */
export const COVERAGES = [
  { code: 'strips', words: 'light strips', share: 0.12 },
  { code: 'quarter', words: 'about 25 %', share: 0.25 },
  { code: 'most', words: 'about 75 %', share: 0.75 },
  { code: 'full', words: 'full', share: 1 },
] as const;

/** Kept clear round a clip's hole, and round a weep hole, mm (common practice, no source). */
const CLIP_CLEAR = 14;
const WEEP_CLEAR = 30;
const WEEP_COUNT = 3;
/** Kept clear round a screw's hole, mm. */
const SCREW_CLEAR = 8;
/** The flat skin begins so far inside the panel's edge, share of its size. */
const RIM = 0.06;

/** What can be damped of a door, with what stays bare by name. */
export interface DampDoor extends Pick<DampInput, 'area' | 'holes' | 'keepOut'> {
  /** The speaker's opening: its off-cut goes behind the speaker. */
  speaker: Polygon | null;
  bare: string[];
  /** The part it was taken from: shield or panel. */
  of: string;
}

/** Room between measured areas in their drawing, mm. */
const APART = 40;

/** Areas as somebody measured them, "400 × 300; 250 × 180", side by side; null where that cannot be read. Lengths in mm. */
export function measuredAreas(text: string): { area: Polygon[]; width: number; height: number } | null {
  const sizes = text
    .split(';')
    .filter((one) => one.trim())
    .map((one) => one.split(/[×x*]/i).map((part) => parseMm(part)));
  if (sizes.length === 0 || sizes.some((size) => size.length !== 2 || size.some((mm) => !mm || mm > MOST_MM)))
    return null;
  let x = 0;
  const area = sizes.map(([wide, high]): Polygon => {
    const left = x;
    x += wide! + APART;
    return [[left, 0], [left + wide!, 0], [left + wide!, high!], [left, high!]]; // prettier-ignore
  });
  return { area, width: x - APART, height: Math.max(...sizes.map(([, high]) => high!)) };
}
/** A flat of a door is no larger, mm. */
const MOST_MM = 3000;

/**
 * The flat areas of a zone from its drawing: what the water shield covers, else its panel less the rim; without the speaker's opening, the holes of clips and screws, ways in, and weep holes along
 * the lower edge. Null where nothing is drawn. The glass runs outside the inner skin: what stays bare for it is the access openings.
 */
export function dampDoorOf(document: ProcedureDocument): DampDoor | null {
  const shaped = (kind: string) => document.parts.find((part) => part.kind === kind && part.shape);
  const from = shaped('shield') ?? shaped('panel');
  const area: Polygon | undefined = from?.kind === 'shield' ? from.shape : shrunk(from?.shape);
  if (!from || !area) return null;
  const speaker = document.parts.find(
    ({ kind, shape }) => shape && findPartKind(BASE_CATALOGUE, kind)?.sounds && kind !== 'tweeter',
  )?.shape;
  const round = ([x, y]: Point, diameter: number): Polygon =>
    holesOn(8, diameter, 22.5).map(([dx, dy]): Corner => [x + dx, y + dy]);
  const panel = document.parts.find(({ kind }) => kind === 'panel')?.id;
  const holes = document.fasteners.flatMap(({ holds, at = [], staysOn }) =>
    [holds].flat().includes(panel ?? '') ? at.map((one) => round(one, staysOn ? CLIP_CLEAR : SCREW_CLEAR)) : [],
  );
  const access = (document.access ?? []).map(({ at }) => round(at, 60));
  return {
    of: from.id,
    area: [area],
    holes: [...(speaker ? [speaker] : []), ...holes],
    keepOut: [...access, ...weepHoles(area).map((at) => round(at, WEEP_CLEAR))],
    speaker: speaker ?? null,
    bare: [
      ...(speaker ? ['speaker opening'] : []),
      ...(holes.length ? [`${holes.length} clip and screw holes`] : []),
      ...(access.length ? [`${access.length} access openings`] : []),
      'weep holes along the lower edge',
    ],
  };
}

/** Along the lower edge, evenly. Nobody records weep holes: where the door has others, those stay clear. */
function weepHoles(area: Polygon): Point[] {
  const [xs, ys] = [area.map(([x]) => x), area.map(([, y]) => y)];
  const [left, right, low] = [Math.min(...xs), Math.max(...xs), Math.min(...ys)];
  return Array.from({ length: WEEP_COUNT }, (_, n): Point => [
    left + ((right - left) * (n + 1)) / (WEEP_COUNT + 1),
    low + WEEP_CLEAR / 2,
  ]);
}

function shrunk(shape: readonly Point[] | undefined): Polygon | undefined {
  if (!shape) return undefined;
  const mean = (axis: 0 | 1) => shape.reduce((sum, corner) => sum + corner[axis], 0) / shape.length;
  const [x, y] = [mean(0), mean(1)];
  return shape.map(([a, b]): Corner => [x + (a - x) * (1 - 2 * RIM), y + (b - y) * (1 - 2 * RIM)]);
}

/** The other door's pieces: these, flipped face down. */
export const flippedPieces = <T extends { at: Corner; width: number }>(pieces: readonly T[], width: number): T[] =>
  pieces.map((piece) => ({ ...piece, at: [width - piece.at[0] - piece.width, piece.at[1]] as Corner }));

/** Where foam and gasket go against rattles (common practice, no source). */
export const RATTLE_LIST = [
  'foam on every loose cable and plug',
  'gasket at the speaker’s rim, and foam ring to the card’s grille',
  'crossover where nothing is behind the card',
  'lock rods sleeved where they touch',
  'every clip back on the card, none missing',
] as const;

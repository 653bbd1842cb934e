import type { Part, Point } from '../../document';

/** How near a tap comes to what really holds, mm, as the deviation in each direction (common practice, no source). */
const NEAR_MM = 45;
/** The same for what has no place of its own. */
const VAGUE_MM = 150;
/** A part that is pulled the wrong way resists along its edge, in a band this wide to each side, mm. */
const EDGE_MM = 60;
/** Taps that have nothing to do with what holds. */
const ASTRAY = 0.1;

/** Where a cause would be felt: at pieces, somewhere around a point, along the edge of a part, or anywhere. */
export type Felt =
  | { at: 'pieces'; points: readonly Point[]; of: number }
  | { at: 'around'; point: Point }
  | { at: 'edge'; part: Part }
  | { at: 'anywhere' };

/**
 * How much more likely a tap here is if this is the cause than if it could be felt anywhere on the map: a ratio of densities over the map's area, 1 without a tap. Pieces that are not
 * placed could be anywhere.
 */
export function resistance(felt: Felt, tap: Point | null, mapArea: number): number {
  if (!tap) return 1;
  switch (felt.at) {
    case 'pieces': {
      const placed = felt.points.slice(0, felt.of).map((point) => bell(point, tap, NEAR_MM, mapArea));
      const unplaced = Math.max(0, felt.of - placed.length);
      return ASTRAY + ((1 - ASTRAY) * (placed.reduce((sum, one) => sum + one, 0) + unplaced)) / Math.max(1, felt.of);
    }
    case 'around':
      return ASTRAY + (1 - ASTRAY) * bell(felt.point, tap, VAGUE_MM, mapArea);
    case 'edge':
      return edge(felt.part.shape ?? [], tap, mapArea);
    case 'anywhere':
      return 1;
  }
}

const bell = ([x, y]: Point, [tapX, tapY]: Point, deviation: number, area: number) =>
  (area / (2 * Math.PI * deviation ** 2)) * Math.exp(-((x - tapX) ** 2 + (y - tapY) ** 2) / (2 * deviation ** 2));

function edge(shape: readonly Point[], tap: Point, area: number): number {
  if (shape.length < 3) return 1;
  const sides = shape.map((from, at) => [from, shape[(at + 1) % shape.length]] as const);
  const around = sides.reduce((sum, [a, b]) => sum + Math.hypot(b[0] - a[0], b[1] - a[1]), 0);
  const isNear = sides.some(([a, b]) => distance(a, b, tap) <= EDGE_MM);
  return ASTRAY + (isNear ? ((1 - ASTRAY) * area) / (around * 2 * EDGE_MM) : 0);
}

/** From a point to a segment, mm. */
function distance([ax, ay]: Point, [bx, by]: Point, [x, y]: Point): number {
  const length = (bx - ax) ** 2 + (by - ay) ** 2;
  const share = length ? Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length)) : 0;
  return Math.hypot(x - ax - share * (bx - ax), y - ay - share * (by - ay));
}

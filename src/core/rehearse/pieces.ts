import { boundsOf, centreOf, countOf, placeOf, type ItemIndex, type Part, type Point } from '../document';
import type { Spring } from './plate';

/** Softness of a part's own weight and seal, N/mm at each corner. */
const BED_STIFFNESS = 0.05;
/** Half the size of a part nobody has drawn, mm. */
const UNDRAWN_MM = 100;

/** The outline of a part; a square about its place where it was not drawn. */
export function shapeOf(index: ItemIndex, part: Part): Point[] {
  if (part.shape && part.shape.length >= 3) return part.shape;
  const [x, y] = placeOf(index, part.id) ?? [UNDRAWN_MM, UNDRAWN_MM];
  const s = UNDRAWN_MM;
  return [
    [x - s, y - s],
    [x + s, y - s],
    [x + s, y + s],
    [x - s, y + s],
  ];
}

/** Places of an item's pieces: as recorded, else spread along the edge of the part they hold. */
export function placesOfPieces(index: ItemIndex, id: string, part: Part): Point[] {
  const item = index.fasteners.get(id) ?? index.links.get(id);
  const count = item ? countOf(item) : 1;
  const at = item?.at ?? [];
  if (at.length) return Array.from({ length: count }, (_, n) => at[n % at.length]);
  const shape = shapeOf(index, part);
  const centre = centreOf(shape)!;
  if (count === 1 || index.links.has(id)) return Array.from({ length: count }, () => centre);
  return Array.from({ length: count }, (_, n) => along(shape, (n + 0.5) / count));
}

/** A point on a closed outline, `share` of its length on. */
function along(shape: Point[], share: number): Point {
  const sides = shape.map((from, n): [Point, Point, number] => {
    const to = shape[(n + 1) % shape.length];
    return [from, to, Math.hypot(to[0] - from[0], to[1] - from[1])];
  });
  let left = share * sides.reduce((sum, [, , length]) => sum + length, 0);
  for (const [from, to, length] of sides) {
    if (left <= length && length > 0)
      return [from[0] + ((to[0] - from[0]) * left) / length, from[1] + ((to[1] - from[1]) * left) / length];
    left -= length;
  }
  return shape[0];
}

/** What holds a part that nothing holds: its weight on its corners. */
export const bedOf = (shape: Point[]): Spring[] => shape.map(([x, y]) => ({ x, y, stiffness: BED_STIFFNESS }));

/** Where a hand takes hold of an end of a part. Front is x = 0 on sided zones; a centre zone's front is y up. */
export function gripPoint(shape: Point[], edge: string, isCentre: boolean): Point {
  const [left, low, width, height] = boundsOf(shape);
  const [cx, cy] = [left + width / 2, low + height / 2];
  const high = low + height;
  const places: Record<string, Point> = isCentre
    ? { front: [cx, high], rear: [cx, low], left: [left, cy], right: [left + width, cy] }
    : { front: [left, cy], rear: [left + width, cy], top: [cx, high], bottom: [cx, low] };
  return places[edge] ?? [cx, cy];
}

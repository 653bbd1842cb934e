import type { Part, Point } from './types';

/** Cells along each side of the grid that areas are counted on. */
const CELLS = 96;

/** The share of a part's own area that some of its regions cover together, 0…1, counted on a grid. 1 where the part or a region is not drawn. */
export function regionShare(part: Part, names: readonly string[]): number {
  const shape = part.shape ?? [];
  const areas = names.map((name) => part.regions?.[name] ?? []);
  if (shape.length < 3 || areas.some((area) => area.length < 3)) return 1;
  const [xs, ys] = [shape.map(([x]) => x), shape.map(([, y]) => y)];
  const [left, low] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - low];
  let own = 0;
  let covered = 0;
  for (let column = 0; column < CELLS; column += 1)
    for (let row = 0; row < CELLS; row += 1) {
      const at: Point = [left + ((column + 0.5) / CELLS) * width, low + ((row + 0.5) / CELLS) * height];
      if (!isInside(shape, at)) continue;
      own += 1;
      if (areas.some((area) => isInside(area, at))) covered += 1;
    }
  return own ? covered / own : 1;
}

/** What each further region adds to the share: several are one pull over their union. */
export function regionShares(part: Part, names: readonly string[]): number[] {
  const together = names.map((_, at) => regionShare(part, names.slice(0, at + 1)));
  return together.map((share, at) => share - (together[at - 1] ?? 0));
}

/** Whether a point lies in a polygon, by counting crossings of a ray (even–odd rule). */
export function isInside(polygon: readonly Point[], [x, y]: Point): boolean {
  let inside = false;
  for (let at = 0, last = polygon.length - 1; at < polygon.length; last = at, at += 1) {
    const [ax, ay] = polygon[at];
    const [bx, by] = polygon[last];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

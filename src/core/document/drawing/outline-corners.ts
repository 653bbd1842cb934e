import type { PanelMap, Point } from '../procedure';
import { outlinePath } from './outlines';

/** The corners of a map's outline, millimetres: where its lines end, and the middle of each curve. */
export function outlineCorners(map: PanelMap): Point[] {
  const corners: Point[] = [];
  for (const [, command, numbers] of outlinePath(map).matchAll(/([MLQ])([^A-Z]*)/g)) {
    const values = (numbers.match(/-?[\d.]+/g) ?? []).map(Number);
    const last = corners.at(-1);
    if (command === 'Q' && last) {
      const [cx, cy, x, y] = values;
      corners.push([Math.round((last[0] + 2 * cx + x) / 4), Math.round((last[1] + 2 * cy + y) / 4)]);
    }
    const [x, y] = values.slice(-2);
    corners.push([Math.round(x), Math.round(y)]);
  }
  return corners;
}

/** An outline with these corners, as a document keeps it. */
export const outlineOf = (corners: Point[]): { path: string } => ({
  path: `${corners.map(([x, y], n) => `${n === 0 ? 'M' : 'L'} ${x} ${y}`).join(' ')} Z`,
});

import type { Point } from '@/core/document';

/**
 * The CSS `matrix3d` that lays a square of side `size`, its corner at the origin, on four points: top left, top right, bottom right, bottom left. The eight numbers
 * of the plane's projective map are solved for from the four pairs (Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, section 2.2.3). Null where three
 * of the points lie on one line.
 * @example matrixOnto([[0, 0], [2, 0], [2, 2], [0, 2]], 1); // scales by 2
 */
export function matrixOnto([a, b, c, d]: Point[], size: number): string | null {
  const [dx1, dx2] = [b[0] - c[0], d[0] - c[0]];
  const [dy1, dy2] = [b[1] - c[1], d[1] - c[1]];
  const [sx, sy] = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]];
  const area = dx1 * dy2 - dx2 * dy1;
  if (Math.abs(area) < 1e-6) return null;
  const g = (sx * dy2 - dx2 * sy) / area;
  const h = (dx1 * sy - sx * dy1) / area;
  const [xx, xy] = [b[0] - a[0] + g * b[0], d[0] - a[0] + h * d[0]];
  const [yx, yy] = [b[1] - a[1] + g * b[1], d[1] - a[1] + h * d[1]];
  const s = 1 / size;
  const rows = [xx * s, yx * s, 0, g * s, xy * s, yy * s, 0, h * s, 0, 0, 1, 0, a[0], a[1], 0, 1];
  return `matrix3d(${rows.map((value) => Number(value.toPrecision(8))).join(',')})`;
}

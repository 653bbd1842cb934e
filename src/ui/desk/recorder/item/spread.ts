import type { Point } from '@/core/document';

/** So many places evenly along a line, both ends included. */
export const spread = ([ax, ay]: Point, [bx, by]: Point, count: number): Point[] =>
  Array.from({ length: count }, (_, n): Point => {
    const share = count > 1 ? n / (count - 1) : 0.5;
    return [Math.round(ax + (bx - ax) * share), Math.round(ay + (by - ay) * share)];
  });

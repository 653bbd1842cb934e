import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '@/core/document';
import { matrixOnto } from './homography';

/** Where a CSS matrix3d puts a point of the plane. */
function put(matrix: string, [x, y]: Point): Point {
  const m = matrix.slice(9, -1).split(',').map(Number);
  const w = m[3] * x + m[7] * y + m[15];
  return [(m[0] * x + m[4] * y + m[12]) / w, (m[1] * x + m[5] * y + m[13]) / w];
}

describe('a picture laid on four points', () => {
  it('has its corners there, whatever four corners of a convex shape they are', () => {
    const near = (x: number, y: number) =>
      fc.tuple(fc.integer({ min: x - 200, max: x + 200 }), fc.integer({ min: y - 200, max: y + 200 }));
    fc.assert(
      fc.property(near(0, 0), near(1000, 0), near(1000, 700), near(0, 700), (a, b, c, d) => {
        const matrix = matrixOnto([a, b, c, d], 1000)!;
        const corners: Point[] = [
          [0, 0],
          [1000, 0],
          [1000, 1000],
          [0, 1000],
        ];
        [a, b, c, d].forEach((wanted, at) => {
          const [x, y] = put(matrix, corners[at]);
          expect(Math.hypot(x - wanted[0], y - wanted[1])).toBeLessThan(0.1);
        });
      }),
    );
  });

  it('is none where the points lie on one line', () => {
    expect(
      matrixOnto(
        [
          [0, 0],
          [1, 1],
          [2, 2],
          [3, 3],
        ],
        100,
      ),
    ).toBeNull();
  });
});

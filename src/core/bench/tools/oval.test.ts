import { Point, Polygon, Segment } from '@flatten-js/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holesOn, insideBy, ovalFor, ovalHoles, superellipse, type Corner2, type OvalInput } from './oval';
import { mirroredTemplate, ovalTemplate, templateSvg } from './template';

/** The distance of a point to an outline by another library, negative outside. */
const byLibrary = (outline: Corner2[], [x, y]: Corner2): number => {
  const point = new Point(x, y);
  const sides = outline.map(([ax, ay], n) => {
    const [bx, by] = outline[(n + 1) % outline.length];
    return new Segment(new Point(ax, ay), new Point(bx, by));
  });
  const far = Math.min(...sides.map((side) => point.distanceTo(side)[0]));
  return new Polygon(outline.map(([ax, ay]) => [ax, ay] as [number, number])).contains(point) ? far : -far;
};

const SIX_BY_NINE: OvalInput = {
  length: 235,
  width: 162,
  squareness: 2.5,
  screwsAlong: 165,
  screwsAcross: 110,
  speaker: { count: 4, circle: 156, cutout: 140, basket: 166 },
  screw: 4,
  ligament: 2,
};

describe('an oval plate', () => {
  it('has the area of a superellipse: 4ab·Γ(1 + 1/n)²/Γ(1 + 2/n)', () => {
    // n = 2: π·a·b; n = 4 with Γ(1.25) = 0.9064025, Γ(1.5) = 0.8862269 (Abramowitz and Stegun, table 6.1).
    const area = (outline: Corner2[]) =>
      Math.abs(
        outline.reduce(
          (sum, [x, y], n) => sum + x * outline[(n + 1) % outline.length][1] - outline[(n + 1) % outline.length][0] * y,
          0,
        ),
      ) / 2;
    expect(area(superellipse(200, 100, 2)) / (Math.PI * 100 * 50)).toBeCloseTo(1, 2);
    expect(area(superellipse(200, 100, 4)) / ((4 * 100 * 50 * 0.9064025 ** 2) / 0.8862269)).toBeCloseTo(1, 2);
  });

  it('measures how far a point lies inside as a geometry library does', () => {
    const outline = superellipse(235, 162, 2.5);
    fc.assert(
      fc.property(
        fc.double({ min: -130, max: 130, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        (x, y) => {
          expect(insideBy(outline, [x, y])).toBeCloseTo(byLibrary(outline, [x, y]), 6);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('turns the speaker to the best of every turn, or names what fails and by how much', () => {
    const found = ovalFor(SIX_BY_NINE);
    expect(found.fits).toBe(true);
    const at = (turn: number) => {
      const own = holesOn(4, 156, turn);
      const rim = Math.min(...own.map((hole) => byLibrary(found.outline, hole))) - 2;
      const holes =
        Math.min(...own.flatMap(([x, y]) => ovalHoles(SIX_BY_NINE).map(([a, b]) => Math.hypot(x - a, y - b)))) - 4;
      return Math.min(rim, holes, (156 - 140 - 4) / 2);
    };
    const best = Math.max(...Array.from({ length: 900 }, (_, n) => at(n / 10)));
    expect(found.leastLigament).toBeLessThanOrEqual(best + 1e-6);
    expect(found.leastLigament).toBeGreaterThan(best - 0.4);
    const big = ovalFor({ ...SIX_BY_NINE, speaker: { count: 4, circle: 192, cutout: 181, basket: 204 } });
    expect(big.fits).toBe(false);
    expect(big.fails.map(({ what }) => what)).toContain('rim');
  });

  it('takes an outline that was measured instead', () => {
    const square: Corner2[] = [[-120, -90], [120, -90], [120, 90], [-120, 90]]; // prettier-ignore
    expect(ovalFor({ ...SIX_BY_NINE, measured: square }).outline).toEqual(square);
  });

  it('makes a template that is as it was once it is mirrored twice', () => {
    const template = ovalTemplate(SIX_BY_NINE, ovalFor(SIX_BY_NINE), 'Test plate');
    expect(mirroredTemplate(mirroredTemplate(template))).toEqual(template);
    const svg = templateSvg(template);
    expect(svg).toContain(`width="${template.size[0] + 10}mm"`);
    expect(svg.match(/data-layer="drill"/g)).toHaveLength(8);
  });
});

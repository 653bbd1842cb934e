import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { TEMPLATE } from '@tests/support/template';
import { holesOn } from '../../core/bench';
import { templateDxf } from './dxf';

describe('a template', () => {
  it('as DXF has every circle where it belongs, in millimetres, as another program reads it', () => {
    const parsed = new DxfParser().parseSync(templateDxf(TEMPLATE))!;
    // $INSUNITS 4 is millimetres (DXF reference).
    expect(parsed.header.$INSUNITS).toBe(4);
    const circles = parsed.entities.flatMap((one) => (one.type === 'CIRCLE' ? [one as unknown as Circle] : []));
    const drilled = circles.filter(({ layer }) => layer === 'drill');
    expect(drilled).toHaveLength(7);
    expect(drilled.every(({ radius }) => radius === 2)).toBe(true);
    holesOn(3, 161, 30).forEach(([x, y], n) => {
      expect(drilled[n].center.x).toBeCloseTo(x, 6);
      expect(drilled[n].center.y).toBeCloseTo(y, 6);
    });
    expect(circles.filter(({ layer }) => layer === 'cut').map(({ radius }) => radius)).toEqual([120, 70.5]);
  });
});

interface Circle {
  layer: string;
  radius: number;
  center: { x: number; y: number };
}

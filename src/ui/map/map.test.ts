import fc from 'fast-check';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import {
  layersOf,
  mirror,
  type Point,
  boundsOf,
  detailPath,
  drawingOf,
  fromDone,
  newFeature,
  numbersOf,
  outlineCorners,
  outlineOf,
  outlinePath,
  peeled,
  peelSteps,
  polygonPoints,
  roundedPath,
  toDrawing,
  toMap,
  withoutAbsent,
} from '@/core/document';
import { MapFeatures } from './map-features';
import { PanelMap } from './panel-map';

const DOOR = demoProcedure('kite-rear-door');
const point: fc.Arbitrary<Point> = fc.tuple(fc.integer({ min: 0, max: 980 }), fc.integer({ min: 0, max: 640 }));

describe('the drawing', () => {
  it('is plain where a document names an outline that nobody drew, whatever the name', () => {
    const plain = outlinePath({ ...DOOR.map, outline: 'moon-roof' });
    for (const outline of ['constructor', '__proto__', 'toString'])
      expect(outlinePath({ ...DOOR.map, outline })).toBe(plain);
  });

  it('has a left door’s front edge on the right and a right door’s on the left', () => {
    const left = drawingOf(DOOR);
    const right = drawingOf(mirror(DOOR));
    expect(toDrawing(left, [0, 0])).toEqual([980, 640]);
    expect(toDrawing(right, [0, 0])).toEqual([0, 640]);
    expect(toDrawing(drawingOf(demoProcedure('lumen-dash-top')), [0, 500])).toEqual([0, 0]);
  });

  it('brings every millimetre back where it came from, on both sides', () => {
    fc.assert(
      fc.property(point, fc.boolean(), (at, other) => {
        const drawing = drawingOf(other ? mirror(DOOR) : DOOR);
        expect(toMap(drawing, toDrawing(drawing, at))).toEqual(at);
      }),
    );
  });

  it('is to scale: distances stay what they are', () => {
    fc.assert(
      fc.property(point, point, ([ax, ay], [bx, by]) => {
        const drawing = drawingOf(DOOR);
        const [a, b] = [toDrawing(drawing, [ax, ay]), toDrawing(drawing, [bx, by])];
        expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(Math.hypot(ax - bx, ay - by), 9);
      }),
    );
  });

  it('has a scale bar as long as 100 mm of the drawing, close up too', () => {
    const bars = [undefined, new Set([DOOR.fasteners[0]!.id])].map((zoomTo) => {
      const html = renderToStaticMarkup(createElement(PanelMap, { document: DOOR, appearance: new Map(), zoomTo }));
      const length = Number(/class="scale-bar" d="[^h]+h([\d.]+)v/.exec(html)![1]);
      return length / Number(/class="zooming" style="[^"]*scale\(([\d.]+)\)/.exec(html)![1]);
    });
    expect(bars).toEqual([100, 100]);
  });

  it('writes polygons, rounds corners within the shape’s box, and closes the path', () => {
    const drawing = drawingOf(DOOR);
    const square: Point[] = [
      [100, 100],
      [200, 100],
      [200, 200],
      [100, 200],
    ];
    expect(polygonPoints(drawing, square)).toBe('880,540 780,540 780,440 880,440');
    const path = roundedPath(drawing, square);
    expect(path.startsWith('M')).toBe(true);
    expect(path.endsWith('Z')).toBe(true);
    const numbers = path.match(/-?\d+(\.\d+)?/g)!.map(Number);
    for (let n = 0; n < numbers.length; n += 2) {
      expect(numbers[n]).toBeGreaterThanOrEqual(780);
      expect(numbers[n]).toBeLessThanOrEqual(880);
    }
    expect(boundsOf(square)).toEqual([100, 100, 100, 100]);
  });

  it('gives an outline by its corners, and takes it back from them', () => {
    const map = { width: 1000, height: 600, outline: 'rear-door' };
    const corners = outlineCorners(map);
    expect(corners.length).toBeGreaterThan(12);
    expect(corners.every(([x, y]) => x >= 0 && x <= 1000 && y >= 0 && y <= 600)).toBe(true);
    expect(outlineCorners({ ...map, outline: outlineOf(corners) })).toEqual(corners);
  });

  it('draws the features of a map in their boxes, instead of the usual lines', () => {
    const map = { width: 1000, height: 600, outline: 'rear-door' };
    const pocket = newFeature(map, 'pocket');
    expect(pocket.box).toEqual([[100, 36], [620, 168]]); // prettier-ignore
    const drawn = renderToStaticMarkup(createElement(MapFeatures, { features: [pocket], transform: '' }));
    expect(drawn).toContain('M 100.0 168.0 L 126.0 55.8');
    expect(detailPath({ ...map, features: [] })).toBe('');
    expect(detailPath(map)).not.toBe('');
  });

  it('scales an outline to the map, takes a path as it is, and draws an unknown one plainly', () => {
    const own = outlinePath({ width: 100, height: 50, outline: { path: 'M 0 0 Z' } });
    expect(own).toBe('M 0 0 Z');
    for (const outline of ['front-door', 'rear-door', 'kick-panel', 'dash-top', 'unheard-of']) {
      const numbers = outlinePath({ width: 1000, height: 10, outline })
        .match(/-?\d+(\.\d+)?/g)!
        .map(Number);
      expect(numbers.length % 2).toBe(0);
      numbers.forEach((value, n) => expect(value).toBeLessThanOrEqual(n % 2 === 0 ? 1000 : 10));
    }
  });
});

describe('peeling', () => {
  const layers = layersOf(DOOR);
  it('shows the assembled panel first: covers in sight, what they hide out of sight', () => {
    const seen = peeled(DOOR, layers, 0);
    expect(seen.get('pull-cap')).toBe('in');
    expect(seen.get('s1')).toBe('hidden');
    expect(seen.get('woofer')).toBe('hidden');
    expect(seen.get('card')).toBe('in');
  });

  it('brings hidden screws into view where they are, once their cover is lifted', () => {
    const seen = peeled(DOOR, layers, 1);
    expect(seen.get('pull-cap')).toBe('out');
    expect(seen.get('s1')).toBe('in');
  });

  it('ends stripped, whatever the document', () => {
    fc.assert(
      fc.property(procedures(), (document) => {
        const seen = peeled(document, layersOf(document), peelSteps(document));
        const works = new Set((document.work ?? []).map(({ id }) => id));
        // What was done to the car stays.
        expect([...seen].every(([id, look]) => look === (works.has(id) ? 'in' : 'out'))).toBe(true);
      }),
    );
  });

  it('shows work once what it waits for is off, and other work as deep as that which it follows', () => {
    const work = [
      { id: 'hole', kind: 'drill', needs: ['card:off'], at: [[100, 100]] as [number, number][] },
      { id: 'grommet', kind: 'put-on', needs: ['hole'] },
    ];
    const document = { ...DOOR, work };
    const deep = layersOf(document);
    expect(deep.get('hole')).toBe((layers.get('card') ?? 0) + 1);
    expect(deep.get('grommet')).toBe(deep.get('hole'));
    expect(peeled(document, deep, 0).get('hole')).toBe('hidden');
    expect(peeled(document, deep, deep.get('hole')!).get('hole')).toBe('in');
    expect(fromDone(document, {}, () => false).get('hole')).toBe('hidden');
    expect(fromDone(document, {}, (id) => id === 'card').get('hole')).toBe('in');
    expect([...numbersOf(document).keys()].slice(-2)).toEqual(['hole', 'grommet']);
  });

  it('leaves out what this vehicle does not have', () => {
    const seen = withoutAbsent(DOOR, { windows: 'power' }, peeled(DOOR, layers, 0));
    expect(seen.get('crank')).toBe('hidden');
    expect(seen.get('switch-pack')).toBe('in');
  });
});

describe('a run on the map', () => {
  const seen = (...out: string[]) => fromDone(DOOR, { windows: 'power' }, (id) => out.includes(id));
  it('shows what is done as out and what lies behind parts that are still on as hidden', () => {
    expect(seen().get('s1')).toBe('hidden');
    expect(seen('pull-cap').get('s1')).toBe('in');
    expect(seen('pull-cap', 's1').get('s1')).toBe('out');
    expect(seen().get('woofer')).toBe('hidden');
    expect(seen('card', 'shield').get('woofer')).toBe('in');
  });

  it('hides nothing behind what this vehicle does not have', () => {
    expect(seen('sail').get('c1')).toBe('in');
    expect(seen().get('crank')).toBe('hidden');
    expect(fromDone(DOOR, { windows: 'crank' }, (id) => id === 'sail').get('c1')).toBe('hidden');
  });

  it('keeps the card in sight under the trim over its edge', () => {
    expect(seen().get('card')).toBe('in');
  });
});

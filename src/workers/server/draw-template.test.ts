import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { TEMPLATE } from '@tests/support/template';
import { mirroredTemplate } from '../../core/bench';
import { drawTemplate, tilesFor } from './draw-template';
import { POINTS_PER_MM } from './pdf';

describe('a template', () => {
  it('as PDF is true to scale: the ruler is 100 mm, the rim 240 mm, over two sheets with register marks', async () => {
    const pages = await readPdfLines(await drawTemplate({ template: TEMPLATE, paper: 'a4' }));
    expect(pages).toHaveLength(2);
    for (const { boxes, text } of pages) {
      const ruler = boxes.find(([, , width, height]) => Math.abs(width - 100) < 0.01 && height < 5);
      expect(ruler, 'ruler of 100 mm').toBeDefined();
      const rim = boxes.find(([, , width, height]) => Math.abs(width - 240) < 0.05 && Math.abs(height - 240) < 0.05);
      expect(rim, 'rim of 240 mm').toBeDefined();
      expect(text).toContain('Print at 100 %');
    }
    expect(pages[1].text).toContain('sheet 2 of 2');
    // The rim's left edge on the second sheet lies where the first sheet's would, one tile further on.
    const left = (n: number) => pages[n].boxes.find(([, , width]) => Math.abs(width - 240) < 0.05)![0];
    expect(left(0) - left(1)).toBeCloseTo(210 - 24, 1);
  });

  it('for the other side is its mirror, and says so', async () => {
    const [page] = await readPdfLines(await drawTemplate({ template: mirroredTemplate(TEMPLATE), paper: 'letter' }));
    expect(page.text).toContain('mirrored for the other side');
  });
});

/** The boxes of every path on each page, mm: [left, top, width, height], and the page's text. */
async function readPdfLines(bytes: Uint8Array): Promise<{ boxes: number[][]; text: string }[]> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 });
  const pdf = await task.promise;
  const pages = [];
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const page = await pdf.getPage(n);
    const { fnArray, argsArray } = await page.getOperatorList();
    const boxes: number[][] = [];
    let matrix = [1, 0, 0, 1, 0, 0];
    const stack: number[][] = [];
    fnArray.forEach((op, at) => {
      const args = argsArray[at] as unknown[];
      if (op === OPS.save) stack.push(matrix);
      if (op === OPS.restore) matrix = stack.pop()!;
      if (op === OPS.transform) matrix = times(matrix, args as number[]);
      if (op === OPS.constructPath) {
        // Handles of a circle's curves lie on its box: the outermost points are its extent.
        const points = args[1] as number[];
        const along = (axis: 0 | 1) => points.filter((_, n) => n % 2 === axis);
        const [left, right] = [Math.min(...along(0)), Math.max(...along(0))];
        const [top, bottom] = [Math.min(...along(1)), Math.max(...along(1))];
        const [[x0, y0], [x1, y1]] = [apply(matrix, left, top), apply(matrix, right, bottom)];
        boxes.push(
          [Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0)].map((one) => one / POINTS_PER_MM),
        );
      }
    });
    const { items } = await page.getTextContent();
    pages.push({ boxes, text: items.map((item) => ('str' in item ? item.str : '')).join(' ') });
  }
  await task.destroy();
  return pages;
}

const times = ([a, b, c, d, e, f]: number[], [g, h, i, j, k, l]: number[]) => [
  a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f,
]; // prettier-ignore
const apply = ([a, b, c, d, e, f]: number[], x: number, y: number) => [a * x + c * y + e, b * x + d * y + f];

it.each([
  [100, 180, 1],
  [180, 180, 1],
  [181, 180, 2],
  [300, 180, 2],
  [350, 180, 3],
  [500, 180, 3],
])('a template of %d mm on tiles of %d keeps the cross in its middle whole', (length, tile, count) => {
  const tiles = tilesFor(length, tile);
  expect(tiles.count).toBe(count);
  const inTile = tiles.middle % tile;
  expect(Math.min(inTile, tile - inTile)).toBeGreaterThanOrEqual(15);
  expect(tiles.middle).toBeGreaterThanOrEqual(length / 2 - 1e-9);
  expect(tiles.count * tile - tiles.middle).toBeGreaterThanOrEqual(length / 2 - 1e-9);
});

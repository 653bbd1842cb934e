import type { Template, TemplateLayer } from '../../core/bench';
import { type Doc, openPdf, type Paper, POINTS_PER_MM, SHEETS } from './pdf';

/** What no printer prints, mm; register marks stand on its inner edge. */
const MARGIN = 12;
/** Kept for the words and the ruler below each tile. */
const FOOT = 24;
const RULER_MM = 100;
const COLOURS: Record<TemplateLayer, string> = { cut: '#a33b2c', drill: '#0e5a61', mark: '#8b8f91' };

/** A template true to scale, over as many sheets as it takes, each with register marks where it meets the next, a ruler to check the printer by, and which sheet it is. Returns the PDF's bytes. */
export function drawTemplate({ template, paper }: { template: Template; paper: Paper }): Promise<Uint8Array> {
  const [width, height] = SHEETS[paper];
  const tile = [width - 2 * MARGIN, height - 2 * MARGIN - FOOT] as const;
  const [wide, high] = [template.size[0] + 6, template.size[1] + 6];
  const [across, down] = [tilesFor(wide, tile[0]), tilesFor(high, tile[1])];
  const [columns, rows] = [across.count, down.count];
  const { doc, ended } = openPdf({
    size: [width * POINTS_PER_MM, height * POINTS_PER_MM],
    margin: 0,
    autoFirstPage: false,
    info: { Title: template.title },
  });
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      doc.addPage();
      doc.save().scale(POINTS_PER_MM);
      doc.save().rect(MARGIN, MARGIN, tile[0], tile[1]).clip();
      // The template's middle, as this tile has it.
      const x = MARGIN + across.middle - column * tile[0];
      const y = MARGIN + down.middle - row * tile[1];
      doc.translate(x, y);
      drawShapes(doc, template);
      doc.restore();
      if (columns * rows > 1) drawRegister(doc, tile);
      drawFoot(doc, template, {
        at: height - MARGIN - FOOT + 8,
        sheet: row * columns + column + 1,
        of: columns * rows,
        row,
        column,
      });
      doc.restore();
    }
  doc.end();
  return ended;
}

/** The cross in a template's middle, and a hand's room to punch it by, mm to each side. */
const CENTRE_MM = 15;

/** How many tiles a length takes, and where on them its middle lies: never so near a seam that the centre cross would be cut. Lengths in mm. */
export function tilesFor(length: number, tile: number): { count: number; middle: number } {
  const count = Math.ceil(length / tile);
  const middle = (count * tile) / 2;
  if (count % 2 === 1) return { count, middle };
  const spare = (count * tile - length) / 2;
  return spare >= CENTRE_MM ? { count, middle: middle - spare } : { count: count + 1, middle: middle + tile / 2 };
}

function drawShapes(doc: Doc, { shapes }: Template): void {
  for (const shape of shapes) {
    doc.lineWidth(0.2).strokeColor(COLOURS[shape.layer]).fillColor(COLOURS[shape.layer]);
    if (shape.kind === 'circle') doc.circle(shape.at[0], -shape.at[1], shape.diameter / 2).stroke();
    else if (shape.kind === 'outline') {
      shape.corners.forEach(([x, y], n) => (n === 0 ? doc.moveTo(x, -y) : doc.lineTo(x, -y)));
      if (shape.corners.length > 2) doc.closePath();
      doc.stroke();
    } else doc.font('text').fontSize(shape.height).text(shape.words, shape.at[0], -shape.at[1], { lineBreak: false });
  }
}

/** Crosses on the corners of the tile: the next sheet's lie on them. */
function drawRegister(doc: Doc, [wide, high]: readonly [number, number]): void {
  doc.lineWidth(0.15).strokeColor('#20262b');
  for (const x of [MARGIN, MARGIN + wide])
    for (const y of [MARGIN, MARGIN + high])
      doc
        .moveTo(x - 5, y)
        .lineTo(x + 5, y)
        .moveTo(x, y - 5)
        .lineTo(x, y + 5)
        .stroke();
}

function drawFoot(
  doc: Doc,
  { title, mirrored }: Template,
  { at, sheet, of, row, column }: { at: number; sheet: number; of: number; row: number; column: number },
): void {
  doc.lineWidth(0.25).strokeColor('#20262b').fillColor('#20262b');
  doc.moveTo(MARGIN, at).lineTo(MARGIN + RULER_MM, at);
  for (let mm = 0; mm <= RULER_MM; mm += 10)
    doc.moveTo(MARGIN + mm, at).lineTo(MARGIN + mm, at - (mm % 50 === 0 ? 4 : 2));
  doc.stroke();
  const where = of > 1 ? ` · sheet ${sheet} of ${of}: row ${row + 1}, column ${column + 1}` : '';
  doc.font('text').fontSize(3.2);
  doc.text(`Check: ${RULER_MM} mm. Print at 100 %, never “fit to page”.`, MARGIN, at + 1.5, { lineBreak: false });
  doc.text(`${title}${mirrored ? ' · mirrored for the other side' : ''}${where}`, MARGIN, at + 6, { lineBreak: false });
}

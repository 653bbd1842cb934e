import type { Look, Scene } from '../../core/document';
import type { Doc } from './pdf';

const LOOKS: Record<Look, { fill?: string; stroke: string; dash?: [number, number] }> = {
  paper: { fill: '#fff', stroke: '#000' },
  ink: { fill: '#000', stroke: '#000' },
  grey: { fill: '#e8e8e8', stroke: '#000' },
  line: { stroke: '#000' },
  fine: { stroke: '#777' },
  dashed: { stroke: '#777', dash: [9, 7] },
};

/** Draws a scene into a box of the page (points), as large as fits, in its middle. Returns its height, points. */
export function drawScene(
  doc: Doc,
  { box, strokes }: Scene,
  x: number,
  y: number,
  width: number,
  height: number,
): number {
  const [left, top, wide, high] = box;
  const scale = Math.min(width / wide, height / high);
  doc.save();
  doc.translate(x + (width - wide * scale) / 2, y).scale(scale);
  doc.translate(-left, -top);
  doc.lineJoin('round').lineCap('round');
  for (const stroke of strokes) {
    if (stroke.what === 'words') {
      const { text, at, size, anchor, isOnInk } = stroke;
      doc
        .font('bold')
        .fontSize(size)
        .fillColor(isOnInk ? '#fff' : '#000');
      const shift = anchor === 'start' ? 0 : doc.widthOfString(text) / (anchor === 'middle' ? 2 : 1);
      doc.text(text, at[0] - shift, at[1] - size * 0.93, { lineBreak: false });
      continue;
    }
    const { d, look, width: line, matrix } = stroke;
    if (!d) continue;
    const { fill, stroke: colour, dash } = LOOKS[look];
    doc.save();
    if (matrix) doc.transform(...(matrix as [number, number, number, number, number, number]));
    doc.path(d).lineWidth(line).strokeColor(colour);
    if (dash) doc.dash(dash[0], { space: dash[1] });
    if (fill) doc.fillAndStroke(fill, colour);
    else doc.stroke();
    doc.restore();
  }
  doc.restore();
  return high * scale;
}

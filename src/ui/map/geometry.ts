import type { Point, ProcedureDocument } from '@/core/procedure';

/** How a document's millimetres are drawn: seen from the cabin, a left side's front edge is on the right. */
export interface Drawing {
  width: number;
  height: number;
  mirrored: boolean;
}

/** The drawing of a document's map. */
export const drawingOf = (document: ProcedureDocument): Drawing =>
  ({ width: document.map.width, height: document.map.height, mirrored: document.side === 'left' });

/** A map point on the drawing: x to the right, y down. Its own inverse in x. */
export const toDrawing = ({ width, height, mirrored }: Drawing, [x, y]: Point): Point => [mirrored ? width - x : x, height - y];

/** A drawn point back on the map, in whole millimetres. */
export const toMap = (drawing: Drawing, point: Point): Point => toDrawing(drawing, point).map(Math.round) as Point;

/** SVG points of a polygon. */
export const polygonPoints = (drawing: Drawing, shape: Point[]) => shape.map((point) => toDrawing(drawing, point).join(',')).join(' ');

/** The box around points: [left, top, width, height]. */
export function boundsOf(points: Point[]): [number, number, number, number] {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return [left, top, Math.max(...xs) - left, Math.max(...ys) - top];
}

import type { Point, ProcedureDocument } from '../procedure';

/** How a document's millimetres are drawn: seen from the cabin, a left side's front edge is on the right. */
export interface Drawing {
  width: number;
  height: number;
  mirrored: boolean;
}

/** The drawing of a document's map. */
export const drawingOf = (document: ProcedureDocument): Drawing => ({
  width: document.map.width,
  height: document.map.height,
  mirrored: document.side === 'left',
});

/** A map point on the drawing: x to the right, y down. Its own inverse in x. */
export const toDrawing = ({ width, height, mirrored }: Drawing, [x, y]: Point): Point => [
  mirrored ? width - x : x,
  height - y,
];

/** A drawn point back on the map, in whole millimetres. */
export const toMap = (drawing: Drawing, point: Point): Point => toDrawing(drawing, point).map(Math.round) as Point;

/** SVG points of a polygon. */
export const polygonPoints = (drawing: Drawing, shape: Point[]) =>
  shape.map((point) => toDrawing(drawing, point).join(',')).join(' ');

/** How much of a corner is rounded off, mm, where the edges are long enough. */
const CORNER_MM = 22;

/** A polygon as a closed path with rounded corners. */
export function roundedPath(drawing: Drawing, shape: Point[]): string {
  const points = shape.map((point) => toDrawing(drawing, point));
  const toward = (from: Point, to: Point): Point => {
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
    const share = Math.min(CORNER_MM, length / 2) / length;
    return [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
  };
  const at = ([x, y]: Point) => `${x.toFixed(1)} ${y.toFixed(1)}`;
  const corners = points.map((point, n) => {
    const before = toward(point, points[(n + points.length - 1) % points.length]);
    const after = toward(point, points[(n + 1) % points.length]);
    return `${n === 0 ? 'M' : 'L'}${at(before)} Q${at(point)} ${at(after)}`;
  });
  return `${corners.join(' ')} Z`;
}

/** The box around points: [left, top, width, height]. */
export function boundsOf(points: Point[]): [number, number, number, number] {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return [left, top, Math.max(...xs) - left, Math.max(...ys) - top];
}

/** How far the fine line that gives a part its depth lies inside its edge, as a share of its size. */
const INSET = 0.86;

/** A shape drawn in towards its middle. */
export function inset(shape: Point[]): Point[] {
  const [left, top, width, height] = boundsOf(shape);
  const [cx, cy] = [left + width / 2, top + height / 2];
  return shape.map(([x, y]): Point => [cx + (x - cx) * INSET, cy + (y - cy) * INSET]);
}

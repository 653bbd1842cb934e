'use client';
import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import {
  centreOf,
  indexItems,
  type Edit,
  type Part,
  type Point,
  type ProcedureDocument,
  boundsOf,
  polygonPoints,
  toDrawing,
  toMap,
  type Drawing,
} from '@/core/document';
import type { Hold } from './use-hold';

/** A fingertip on the drawing as a point of it; null before it is shown. */
export type ToPoint = (clientX: number, clientY: number) => Point | null;

interface HandleProps {
  drawing: Drawing;
  toPoint: ToPoint;
  /** What a drag takes hold of. */
  hold: Hold;
  onEdit: (edit: Edit) => void;
}

/** How far a drag went on the map, millimetres. */
const between = (drawing: Drawing, from: Point, to: Point): Point => {
  const [a, b] = [toMap(drawing, from), toMap(drawing, to)];
  return [b[0] - a[0], b[1] - a[1]];
};
const shifted = (points: Point[], by: Point): Point[] => points.map(([x, y]) => [x + by[0], y + by[1]]);

/** Drags the selected part, and sizes its box by the corner. Live while dragging; one edit when let go. */
export function PartHandles({ part, drawing, toPoint, hold, onEdit }: HandleProps & { part: Part }) {
  const ghost = useRef<SVGPolygonElement>(null);
  const shape = part.shape!;
  const drawn = (points: Point[]) => polygonPoints(drawing, points);
  const show = (points: Point[]) => ghost.current?.setAttribute('points', drawn(points));
  const move = useDrag(
    ({ initial, xy, last, event, tap, altKey }) => {
      event.stopPropagation();
      const [from, to] = [toPoint(...initial), toPoint(...xy)];
      if (last) hold.letGo();
      if (tap || !from || !to) return;
      const by = hold.by(shape, between(drawing, from, to), { moving: [part.id], free: altKey });
      show(shifted(shape, by));
      if (last) hold.letGo();
      if (last && (by[0] || by[1])) onEdit({ type: 'move', id: part.id, by });
    },
    { pointer: { touch: true } },
  );
  const size = useDrag(
    ({ xy, last, event }) => {
      event.stopPropagation();
      const to = toPoint(...xy);
      if (!to) return;
      const sized = resized(shape, toMap(drawing, to));
      show(sized);
      if (last) onEdit({ type: 'change', id: part.id, patch: { shape: sized } });
    },
    { pointer: { touch: true } },
  );
  const [left, low, width, height] = boundsOf(shape);
  const [hx, hy] = toDrawing(drawing, [left + width, low + height]);
  return (
    <>
      <polygon ref={ghost} {...move()} className="part selected ghost" points={drawn(shape)} />
      <circle {...size()} className="handle" cx={hx} cy={hy} r={17}>
        <title>Size</title>
      </circle>
    </>
  );
}

/** Scales a shape so that its far corner lies at `to`; never smaller than 10 mm. */
function resized(shape: Point[], to: Point): Point[] {
  const [left, low, width, height] = boundsOf(shape);
  const [w, h] = [Math.max(10, to[0] - left), Math.max(10, to[1] - low)];
  return shape.map(([x, y]) => [
    Math.round(left + ((x - left) / (width || 1)) * w),
    Math.round(low + ((y - low) / (height || 1)) * h),
  ]);
}

/** Drags one place of the selected item; where it has none of its own yet, the drag gives it one. */
export function PointHandle({
  id,
  point,
  places,
  isSet,
  drawing,
  toPoint,
  hold,
  onEdit,
}: HandleProps & { id: string; point: number; places: Point[]; isSet: boolean }) {
  const ring = useRef<SVGCircleElement>(null);
  const at = places[point];
  const drag = useDrag(
    ({ xy, last, event, tap, altKey }) => {
      event.stopPropagation();
      const to = toPoint(...xy);
      if (tap || !to) return;
      const [mx, my] = toMap(drawing, to);
      const beside = places.filter((_, n) => n !== point);
      const by = hold.by([at], [mx - at[0], my - at[1]], { moving: [id], beside, free: altKey });
      const place: Point = [within(at[0] + by[0], drawing.width), within(at[1] + by[1], drawing.height)];
      const [cx, cy] = toDrawing(drawing, place);
      ring.current?.setAttribute('cx', String(cx));
      ring.current?.setAttribute('cy', String(cy));
      if (!last) return;
      hold.letGo();
      onEdit(isSet ? { type: 'movePoint', id, point, to: place } : { type: 'change', id, patch: { at: [place] } });
    },
    { pointer: { touch: true } },
  );
  const [x, y] = toDrawing(drawing, at);
  return <circle ref={ring} {...drag()} className="point-handle" cx={x} cy={y} r={30} />;
}

/** Drags everything that is selected together. */
export function GroupHandle({
  document,
  ids,
  drawing,
  toPoint,
  hold,
  onEdit,
}: HandleProps & { document: ProcedureDocument; ids: readonly string[] }) {
  const box = useRef<SVGRectElement>(null);
  const index = indexItems(document);
  const points = ids.flatMap((id) => {
    const own = index.fasteners.get(id) ?? index.links.get(id) ?? index.works.get(id);
    return index.parts.get(id)?.shape ?? own?.at ?? [];
  });
  const drag = useDrag(
    ({ initial, xy, last, event, tap, altKey }) => {
      event.stopPropagation();
      const [from, to] = [toPoint(...initial), toPoint(...xy)];
      if (tap || !from || !to) return;
      const by = hold.by(points, between(drawing, from, to), { moving: ids, free: altKey });
      const [dx, dy] = [drawing.mirrored ? -by[0] : by[0], -by[1]];
      box.current?.setAttribute('transform', `translate(${dx} ${dy})`);
      if (!last) return;
      hold.letGo();
      box.current?.removeAttribute('transform');
      if (by[0] || by[1]) onEdit({ type: 'several', edits: ids.map((id): Edit => ({ type: 'move', id, by })) });
    },
    { pointer: { touch: true } },
  );
  if (points.length === 0) return null;
  const [left, top, width, height] = boundsOf(points.map((point) => toDrawing(drawing, point)));
  const room = 34;
  return (
    <rect
      ref={box}
      {...drag()}
      className="group-handle"
      x={left - room}
      y={top - room}
      width={width + 2 * room}
      height={height + 2 * room}
      rx={20}
    >
      <title>Drag all {ids.length} of them</title>
    </rect>
  );
}

/** Where a tether without a place of its own is drawn, so that it can be dragged to where it is. */
export function defaultPlaces(document: ProcedureDocument, id: string | undefined): Point[] {
  const link = document.links.find((one) => one.id === id);
  const owner = link && document.parts.find((part) => part.id === link.joins[0]);
  const centre = centreOf(owner?.shape);
  return centre ? [[centre[0], centre[1] - 14]] : [];
}

/** Dragged out of the drawing, it stays at its edge. */
const within = (value: number, max: number) => Math.round(Math.max(0, Math.min(max, value)));

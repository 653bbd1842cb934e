'use client';
import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import type { Edit, Part, Point } from '@/core/procedure';
import { boundsOf, polygonPoints, toDrawing, toMap, type Drawing } from '../../map';

type ToPoint = (clientX: number, clientY: number) => Point | null;

/** Drags the selected part, and sizes its box by the corner. Live while dragging; one edit when let go. */
export function PartHandles({
  part,
  drawing,
  toPoint,
  onEdit,
}: {
  part: Part;
  drawing: Drawing;
  toPoint: ToPoint;
  onEdit: (edit: Edit) => void;
}) {
  const ghost = useRef<SVGPolygonElement>(null);
  const shape = part.shape!;
  const drawn = (points: Point[]) => polygonPoints(drawing, points);
  const shifted = (by: Point): Point[] => shape.map(([x, y]) => [x + by[0], y + by[1]]);
  const between = (from: Point, to: Point): Point => {
    const [a, b] = [toMap(drawing, from), toMap(drawing, to)];
    return [b[0] - a[0], b[1] - a[1]];
  };
  const show = (points: Point[]) => ghost.current?.setAttribute('points', drawn(points));
  const move = useDrag(
    ({ initial, xy, last, event, tap }) => {
      event.stopPropagation();
      const [from, to] = [toPoint(...initial), toPoint(...xy)];
      if (tap || !from || !to) return;
      const by = between(from, to);
      show(shifted(by));
      if (last && (by[0] || by[1])) onEdit({ type: 'movePart', id: part.id, by });
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
      <polygon
        ref={ghost}
        {...move()}
        className="part selected"
        points={drawn(shape)}
        style={{ fillOpacity: 0.15, cursor: 'move', touchAction: 'none' }}
      />
      <circle {...size()} className="handle" cx={hx} cy={hy} r={17} style={{ touchAction: 'none' }}>
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
  at,
  isSet,
  drawing,
  toPoint,
  onEdit,
}: {
  id: string;
  point: number;
  at: Point;
  isSet: boolean;
  drawing: Drawing;
  toPoint: ToPoint;
  onEdit: (edit: Edit) => void;
}) {
  const ring = useRef<SVGCircleElement>(null);
  const drag = useDrag(
    ({ xy, last, event, tap }) => {
      event.stopPropagation();
      const to = toPoint(...xy);
      if (tap || !to) return;
      ring.current?.setAttribute('cx', String(to[0]));
      ring.current?.setAttribute('cy', String(to[1]));
      const [mx, my] = toMap(drawing, to);
      const place: Point = [within(mx, drawing.width), within(my, drawing.height)];
      if (last)
        onEdit(isSet ? { type: 'movePoint', id, point, to: place } : { type: 'change', id, patch: { at: [place] } });
    },
    { pointer: { touch: true } },
  );
  const [x, y] = toDrawing(drawing, at);
  return (
    <circle
      ref={ring}
      {...drag()}
      cx={x}
      cy={y}
      r={30}
      fill="transparent"
      stroke="var(--petrol)"
      strokeWidth={3}
      strokeDasharray="5 4"
      style={{ cursor: 'move', touchAction: 'none' }}
    />
  );
}

/** Dragged out of the drawing, it stays at its edge. */
const within = (value: number, max: number) => Math.round(Math.max(0, Math.min(max, value)));

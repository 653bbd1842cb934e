'use client';
import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import { type Point, polygonPoints, toDrawing, toMap, type Drawing } from '@/core/document';
import type { ToPoint } from './shape-handles';

interface CornersProps {
  shape: Point[];
  drawing: Drawing;
  toPoint: ToPoint;
  onShape: (shape: Point[]) => void;
}

/** A shape by its corners: each is dragged, one between two makes another, and a double tap takes one out. */
export function CornerHandles({ shape, drawing, toPoint, onShape }: CornersProps) {
  const ghost = useRef<SVGPolygonElement>(null);
  const show = (points: Point[]) => ghost.current?.setAttribute('points', polygonPoints(drawing, points));
  const middles = shape.map((a, n): Point => {
    const b = shape[(n + 1) % shape.length];
    return [Math.round((a[0] + b[0]) / 2), Math.round((a[1] + b[1]) / 2)];
  });
  return (
    <>
      <polygon ref={ghost} className="corner-ghost" points={polygonPoints(drawing, shape)} />
      {middles.map((at, n) => (
        <Corner
          key={`middle ${n}`}
          at={at}
          isNew
          {...{ drawing, toPoint }}
          onDrag={(to, last) => {
            const next = [...shape.slice(0, n + 1), to, ...shape.slice(n + 1)];
            if (last) onShape(next);
            else show(next);
          }}
        />
      ))}
      {shape.map((at, n) => (
        <Corner
          key={`corner ${n}`}
          at={at}
          {...{ drawing, toPoint }}
          onDrag={(to, last) => {
            const next = shape.map((one, other) => (other === n ? to : one));
            if (last) onShape(next);
            else show(next);
          }}
          onTakeOut={shape.length > 3 ? () => onShape(shape.filter((_, other) => other !== n)) : undefined}
        />
      ))}
    </>
  );
}

/** A corner that is dragged; live while dragging. */
export function Corner({
  at,
  isNew = false,
  drawing,
  toPoint,
  onDrag,
  onTakeOut,
}: {
  at: Point;
  /** Between two corners: becomes one when it is dragged. */
  isNew?: boolean;
  drawing: Drawing;
  toPoint: ToPoint;
  onDrag: (to: Point, last: boolean) => void;
  onTakeOut?: () => void;
}) {
  const dot = useRef<SVGCircleElement>(null);
  const drag = useDrag(
    ({ xy, last, event, tap }) => {
      event.stopPropagation();
      const drawn = toPoint(...xy);
      if (tap || !drawn) return;
      const to = toMap(drawing, drawn);
      const [cx, cy] = toDrawing(drawing, to);
      dot.current?.setAttribute('cx', String(cx));
      dot.current?.setAttribute('cy', String(cy));
      onDrag(to, last);
    },
    { pointer: { touch: true } },
  );
  const [x, y] = toDrawing(drawing, at);
  return (
    <circle
      ref={dot}
      {...drag()}
      className={isNew ? 'corner new' : 'corner'}
      cx={x}
      cy={y}
      r={isNew ? 9 : 14}
      onDoubleClick={onTakeOut}
    >
      <title>{isNew ? 'Drag to make a corner' : 'Drag the corner; double tap takes it out'}</title>
    </circle>
  );
}

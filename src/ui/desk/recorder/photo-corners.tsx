'use client';
import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import { type Edit, type PanelMap, type Point, toDrawing, toMap, type Drawing } from '@/core/document';

/** Four handles that lay the photo behind the drawing straight: each is dragged to where that corner of the photo belongs. */
export function PhotoCorners({
  map,
  drawing,
  toPoint,
  onEdit,
}: {
  map: PanelMap;
  drawing: Drawing;
  toPoint: (clientX: number, clientY: number) => Point | null;
  onEdit: (edit: Edit) => void;
}) {
  const photo = map.photo;
  if (!photo) return null;
  return photo.corners.map((corner, at) => (
    <Corner
      key={at}
      at={toDrawing(drawing, corner)}
      toPoint={toPoint}
      onMove={(to) => {
        const corners = photo.corners.map((one, n) => (n === at ? toMap(drawing, to) : one));
        onEdit({ type: 'document', patch: { map: { ...map, photo: { ...photo, corners } } } });
      }}
    />
  ));
}

function Corner({
  at: [x, y],
  toPoint,
  onMove,
}: {
  at: Point;
  toPoint: (clientX: number, clientY: number) => Point | null;
  onMove: (to: Point) => void;
}) {
  const circle = useRef<SVGCircleElement>(null);
  const drag = useDrag(
    ({ xy, last, event }) => {
      event.stopPropagation();
      const to = toPoint(...xy);
      if (!to) return;
      circle.current?.setAttribute('cx', String(to[0]));
      circle.current?.setAttribute('cy', String(to[1]));
      if (last) onMove(to);
    },
    { pointer: { touch: true } },
  );
  return (
    <circle ref={circle} {...drag()} className="photo-corner" cx={x} cy={y} r={22} style={{ touchAction: 'none' }}>
      <title>Corner of the photo</title>
    </circle>
  );
}

'use client';
import { useRef, type RefObject } from 'react';
import { placesBeside, snap, type Point, type ProcedureDocument, toDrawing, type Drawing } from '@/core/document';

/** How near another's line takes hold of a drag, millimetres. */
const REACH_MM = 7;

export interface Hold {
  /** How far a drag of these points really goes: to the lines of what lies beside, which are shown. `free` (the Alt key) takes hold of nothing. */
  by: (
    points: readonly Point[],
    by: Point,
    what: { moving: readonly string[]; beside?: Point[]; free: boolean },
  ) => Point;
  /** Takes the lines away. */
  letGo: () => void;
}

/** Lines that a drag takes hold of, drawn while it lasts without drawing anything else anew. */
export function useHold(document: ProcedureDocument, drawing: Drawing): [Hold, RefObject<SVGPathElement | null>] {
  const lines = useRef<SVGPathElement>(null);
  const hold: Hold = {
    by: (points, by, { moving, beside = [], free }) => {
      if (free) {
        lines.current?.setAttribute('d', '');
        return by;
      }
      const held = snap(points, by, [...placesBeside(document, new Set(moving)), ...beside], REACH_MM);
      const x = held.x === null ? '' : `M${toDrawing(drawing, [held.x, 0])[0]} 0V${drawing.height}`;
      const y = held.y === null ? '' : `M0 ${toDrawing(drawing, [0, held.y])[1]}H${drawing.width}`;
      lines.current?.setAttribute('d', x + y);
      return held.by;
    },
    letGo: () => lines.current?.setAttribute('d', ''),
  };
  return [hold, lines];
}

'use client';
import { useRef, type PointerEvent } from 'react';
import { type Point, toMap, type Drawing } from '@/core/document';
import type { ToPoint } from './shape-handles';

/** A line drawn around things: its path while it is drawn, and what it went round once it is closed. */
export function useLasso(drawing: Drawing, toPoint: ToPoint, onClosed: (outline: Point[]) => void) {
  const points = useRef<Point[]>([]);
  const line = useRef<SVGPathElement>(null);
  const draw = () =>
    line.current?.setAttribute('d', points.current.map(([x, y], n) => `${n ? 'L' : 'M'}${x} ${y}`).join(''));
  return {
    line,
    start: (event: PointerEvent) => {
      const at = toPoint(event.clientX, event.clientY);
      points.current = at ? [at] : [];
      event.currentTarget.setPointerCapture(event.pointerId);
      draw();
    },
    move: (event: PointerEvent) => {
      const at = points.current.length > 0 && toPoint(event.clientX, event.clientY);
      if (!at) return;
      points.current.push(at);
      draw();
    },
    end: () => {
      const outline = points.current.map((point) => toMap(drawing, point));
      points.current = [];
      draw();
      if (outline.length > 0) onClosed(outline);
    },
  };
}

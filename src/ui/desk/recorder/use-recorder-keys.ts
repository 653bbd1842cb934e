'use client';
import { useEffect, useRef } from 'react';
import { type Edit, type Point, type ProcedureDocument, drawingOf } from '@/core/document';

/** How far an arrow key moves what is selected, millimetres; with Shift further. */
const NUDGE_MM = 1;
const FAR_MM = 10;
const ARROWS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Keys of the recorder: undo and redo, moving what is selected, deleting it, leaving what is underway. Fields keep their own keys. */
export function useRecorderKeys(
  document: ProcedureDocument,
  selected: readonly string[],
  edit: (action: Edit | { type: 'undo' } | { type: 'redo' }) => void,
  does: { remove: (ids: readonly string[]) => void; leave: () => void },
) {
  const state = useRef({ document, selected, edit, does });
  state.current = { document, selected, edit, does };
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, select, textarea, [role="dialog"]')) return;
      const now = state.current;
      const pressed = event.key.toLowerCase();
      if (event.ctrlKey || event.metaKey) {
        if (pressed !== 'z' && pressed !== 'y') return;
        event.preventDefault();
        now.edit({ type: pressed === 'y' || event.shiftKey ? 'redo' : 'undo' });
      } else if (event.key === 'Escape') now.does.leave();
      else if (event.key === 'Delete' && now.selected.length) now.does.remove(now.selected);
      else if (ARROWS[event.key] && now.selected.length) {
        event.preventDefault();
        nudge(now.document, now.selected, ARROWS[event.key], event.shiftKey ? FAR_MM : NUDGE_MM, now.edit);
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}

/** Moves items the way the arrow points in the drawing, all their places together. */
function nudge(
  document: ProcedureDocument,
  ids: readonly string[],
  [dx, dy]: Point,
  mm: number,
  edit: (edit: Edit) => void,
): void {
  const { mirrored } = drawingOf(document);
  const by: Point = [dx * mm * (mirrored ? -1 : 1), dy * mm];
  edit({ type: 'several', edits: ids.map((id): Edit => ({ type: 'move', id, by })), typing: true });
}

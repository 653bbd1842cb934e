'use client';
import { useEffect, useRef } from 'react';
import { indexItems, type Edit, type Point, type ProcedureDocument } from '@/core/procedure';
import { drawingOf } from '../../map';

/** How far an arrow key moves what is selected, millimetres; with Shift further. */
const NUDGE_MM = 1;
const FAR_MM = 10;
const ARROWS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Keys of the recorder: undo and redo, moving what is selected, deleting it, putting the tool down. Fields keep their own keys. */
export function useRecorderKeys(
  document: ProcedureDocument,
  selected: string | null,
  edit: (action: Edit | { type: 'undo' } | { type: 'redo' }) => void,
  does: { remove: (id: string) => void; leaveTool: () => void },
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
      } else if (event.key === 'Escape') now.does.leaveTool();
      else if (event.key === 'Delete' && now.selected) now.does.remove(now.selected);
      else if (ARROWS[event.key] && now.selected) {
        event.preventDefault();
        nudge(now.document, now.selected, ARROWS[event.key], event.shiftKey ? FAR_MM : NUDGE_MM, now.edit);
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}

/** Moves an item the way the arrow points in the drawing, all its places together. */
function nudge(document: ProcedureDocument, id: string, [dx, dy]: Point, mm: number, edit: (edit: Edit) => void): void {
  const { mirrored } = drawingOf(document);
  const by: Point = [dx * mm * (mirrored ? -1 : 1), dy * mm];
  const index = indexItems(document);
  if (index.parts.get(id)?.shape) return edit({ type: 'movePart', id, by });
  const at = (index.fasteners.get(id) ?? index.links.get(id) ?? index.works.get(id))?.at;
  if (at?.length)
    edit({ type: 'change', id, patch: { at: at.map(([x, y]): Point => [x + by[0], y + by[1]]) }, typing: true });
}

'use client';
import { useState } from 'react';
import {
  findItem,
  freeId,
  heldParts,
  indexItems,
  likelyPart,
  newFastener,
  newLink,
  newPart,
  startingShape,
  type Edit,
  type Point,
  type ProcedureDocument,
} from '@/core/document';
import { useCatalogue } from '../../design';
import { spread } from './item/spread';
import type { Tool } from './palette';

/** Distance of pieces along an edge where one drag places several, millimetres (common practice, no source). */
const SPACING_MM = 130;

/** Placing in the drawing: what is placed, what was placed last, which group further taps add to. */
export function usePlacing(
  document: ProcedureDocument,
  selected: string | null,
  edit: (edit: Edit) => void,
  select: (id: string | null) => void,
) {
  const catalogue = useCatalogue();
  const [tool, setTool] = useState<Tool>(null);
  const [group, setGroup] = useState<string | null>(null);
  const [last, setLast] = useState<string | null>(document.recordedOrder?.at(-1) ?? null);
  const index = indexItems(document);
  const placed = (id: string) => {
    setLast(id);
    select(id);
  };

  /** What a new fastener holds: what the last one held, unless another part was picked since. */
  const holder = (): string | null => {
    if (selected && index.parts.has(selected)) return selected;
    const before = (last && index.fasteners.get(last)) || document.fasteners.at(-1);
    return before ? heldParts(before)[0] : likelyPart(document, selected);
  };

  /** Gives an item that was typed its place in the drawing. */
  const draw = (id: string, at: Point) => {
    const part = index.parts.get(id);
    if (part) edit({ type: 'change', id, patch: { shape: startingShape(document, part.kind, at) } });
    else edit({ type: 'change', id, patch: { at: [at] } });
  };

  /** Places what is picked: at one point, or along a line from one point to another. */
  const place = (at: Point, to: Point | null) => {
    if (!tool) return selected && isUndrawn(document, selected) ? draw(selected, at) : select(null);
    if (tool.type === 'part') {
      const part = newPart(document, tool.kind, at);
      edit({ type: 'addPart', part: to ? { ...part, shape: boxOf(at, to) } : part });
      setTool(null);
      return placed(part.id);
    }
    if (group && !to && findItem(index, group)) return edit({ type: 'addPoint', id: group, at });
    const owner = holder();
    if (!owner) return;
    if (tool.type === 'fastener') {
      const one = newFastener(document, tool.kind, at, owner, catalogue);
      const points = to ? spread(at, to, Math.max(2, Math.round(distance(at, to) / SPACING_MM) + 1)) : [at];
      edit({ type: 'addFastener', fastener: { ...one, at: points, count: points.length } });
      setGroup(one.id);
      return placed(one.id);
    }
    if (tool.type === 'link') {
      const link = newLink(document, tool.kind, likelyPart(document, selected) ?? owner, at);
      edit({ type: 'addLink', link });
      setTool(null);
      return placed(link.id);
    }
    const work = { id: freeId(document, tool.kind, '-'), kind: tool.kind, at: [at] };
    edit({ type: 'addWork', work });
    setTool(null);
    return placed(work.id);
  };

  const takeTool = (next: Tool) => {
    setTool(next);
    setGroup(null);
  };
  return { tool, group, last, setLast, place, takeTool, nextGroup: () => setGroup(null) };
}

/** Whether an item has no place in the drawing yet. */
export function isUndrawn(document: ProcedureDocument, id: string): boolean {
  const index = indexItems(document);
  const part = index.parts.get(id);
  return part
    ? !part.shape?.length
    : !!findItem(index, id) && !(index.fasteners.get(id) ?? index.links.get(id) ?? index.works.get(id))?.at?.length;
}

const distance = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay);

function boxOf([ax, ay]: Point, [bx, by]: Point): Point[] {
  const [left, right] = [Math.min(ax, bx), Math.max(ax, bx)];
  const [low, high] = [Math.min(ay, by), Math.max(ay, by)];
  return [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
}

import type { Edit } from './edit';
import { centreOf, indexItems } from './items';
import { isInside } from './regions';
import type { Point, ProcedureDocument } from './types';

/** 0: positions along x; 1: along y. */
export type Axis = 0 | 1;

/** One thing that is moved as a whole: a piece of a group, or a part. */
interface Body {
  id: string;
  /** Which piece of its item; null for a part. */
  point: number | null;
  at: Point;
}

/** The pieces and parts of some items that have a place in the drawing. */
function bodiesOf(document: ProcedureDocument, ids: readonly string[]): Body[] {
  const index = indexItems(document);
  return ids.flatMap((id): Body[] => {
    const centre = centreOf(index.parts.get(id)?.shape);
    if (centre) return [{ id, point: null, at: centre }];
    const places = (index.fasteners.get(id) ?? index.links.get(id) ?? index.works.get(id))?.at ?? [];
    return places.map((at, point) => ({ id, point, at }));
  });
}

/** Puts what is selected on one line: with axis 1 on one height, with axis 0 one above the other. The line is their middle one's. Nothing where fewer than two have a place. */
export function lineUp(document: ProcedureDocument, ids: readonly string[], axis: Axis): Edit | null {
  const bodies = bodiesOf(document, ids);
  if (bodies.length < 2) return null;
  const sorted = bodies.map(({ at }) => at[axis]).sort((a, b) => a - b);
  const line = sorted[Math.floor(sorted.length / 2)];
  return several(bodies, (at) => (axis === 0 ? [line, at[1]] : [at[0], line]));
}

/** Spreads what is selected evenly between its outermost ones, along the axis they are farthest apart on. Nothing where fewer than three have a place. */
export function spreadOut(document: ProcedureDocument, ids: readonly string[]): Edit | null {
  const bodies = bodiesOf(document, ids);
  if (bodies.length < 3) return null;
  const span = (axis: Axis) => {
    const values = bodies.map(({ at }) => at[axis]);
    return Math.max(...values) - Math.min(...values);
  };
  const axis: Axis = span(0) >= span(1) ? 0 : 1;
  const inOrder = [...bodies].sort((a, b) => a.at[axis] - b.at[axis]);
  const [first, last] = [inOrder[0].at[axis], inOrder.at(-1)!.at[axis]];
  const place = new Map(
    inOrder.map((body, n) => [body, Math.round(first + ((last - first) * n) / (inOrder.length - 1))]),
  );
  return several(bodies, (at, body) => (axis === 0 ? [place.get(body)!, at[1]] : [at[0], place.get(body)!]));
}

function several(bodies: Body[], to: (at: Point, body: Body) => Point): Edit {
  const edits = bodies.map((body): Edit => {
    const next = to(body.at, body).map(Math.round) as Point;
    return body.point === null
      ? { type: 'move', id: body.id, by: [next[0] - Math.round(body.at[0]), next[1] - Math.round(body.at[1])] }
      : { type: 'movePoint', id: body.id, point: body.point, to: next };
  });
  return { type: 'several', edits };
}

/** The items that lie inside an outline drawn around them: parts by their middle, others by all their places. */
export function itemsInside(document: ProcedureDocument, outline: readonly Point[]): string[] {
  if (outline.length < 3) return [];
  const ids = [...indexItems(document).typeOf.keys()];
  return ids.filter((id) => {
    const bodies = bodiesOf(document, [id]);
    return bodies.length > 0 && bodies.every(({ at }) => isInside(outline, at));
  });
}

/** Where a drag lands when it takes hold of others' lines. */
export interface Snapped {
  by: Point;
  /** The lines it took hold of: an x, a y, or neither. */
  x: number | null;
  y: number | null;
}

/**
 * Draws a drag to the lines of other places: where one of the moved points comes within `reach` mm of another's x or y, it takes that x or y, the nearest of all.
 * @example snap([[0, 0]], [98, 40], [[100, 300]], 6) // by [100, 40], x 100
 */
export function snap(moved: readonly Point[], by: Point, others: readonly Point[], reach: number): Snapped {
  const nearest = (axis: Axis): { shift: number; line: number } | null => {
    let best: { shift: number; line: number } | null = null;
    for (const point of moved)
      for (const other of others) {
        const shift = other[axis] - (point[axis] + by[axis]);
        if (Math.abs(shift) <= reach && (!best || Math.abs(shift) < Math.abs(best.shift)))
          best = { shift, line: other[axis] };
      }
    return best;
  };
  const [x, y] = [nearest(0), nearest(1)];
  return { by: [by[0] + (x?.shift ?? 0), by[1] + (y?.shift ?? 0)], x: x?.line ?? null, y: y?.line ?? null };
}

/** Every place that a drag of some items can take hold of: the places and corners of all others. */
export function placesBeside(document: ProcedureDocument, moving: ReadonlySet<string>): Point[] {
  return [
    ...document.parts.filter(({ id }) => !moving.has(id)).flatMap(({ shape = [] }) => shape),
    ...[...document.fasteners, ...document.links, ...(document.work ?? [])]
      .filter(({ id }) => !moving.has(id))
      .flatMap(({ at = [] }) => at),
  ];
}

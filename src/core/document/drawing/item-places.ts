import { centreOf, placeOf, type indexItems, type Point, type ProcedureDocument, type Work } from '../procedure';
import { toDrawing, type Drawing } from './geometry';
import type { Place } from './marks';

type Index = ReturnType<typeof indexItems>;

/** The recorded places of an item, else a guess. */
export const placesFor = (at: Point[] | undefined, fallback: Point | null): Point[] =>
  at?.length ? at : fallback ? [fallback] : [];

/** Links have no place of their own: they fan out below the centre of the part they belong to. */
function linkPlace(document: ProcedureDocument, centre: Point | null, id: string): Point | null {
  if (!centre) return null;
  const owner = document.links.find((link) => link.id === id)!.joins[0];
  const siblings = document.links.filter((link) => link.joins[0] === owner);
  const at = siblings.findIndex((link) => link.id === id);
  return [centre[0] + (at - (siblings.length - 1) / 2) * 70, centre[1] - 14];
}

/** Where everything that is to be marked is, or may be where nobody has recorded it. */
export function placesOf(
  document: ProcedureDocument,
  index: Index,
  drawing: Drawing,
  visible: (id: string) => boolean,
): Place[] {
  const marked = (id: string, at: Point[] | undefined, guess: () => Point | null): Place[] => {
    const isGuess = !at?.length;
    return placesFor(at, isGuess ? guess() : null).map((one) => ({ id, at: toDrawing(drawing, one), isGuess }));
  };
  return [
    ...document.fasteners
      .filter(({ id }) => visible(id))
      .flatMap(({ id, at }) => marked(id, at, () => placeOf(index, id))),
    ...document.links
      .filter(({ id }) => visible(id))
      .flatMap(({ id, at }) => marked(id, at, () => linkPlace(document, placeOf(index, id), id))),
    // Work is marked where somebody said it is done: what a new part brings is done at its place, and that is drawn.
    ...(document.work ?? [])
      .filter(({ id }) => visible(id))
      .flatMap((work) => marked(work.id, work.at, () => workPlace(work))),
  ];
}

const workPlace = ({ at, shape }: Work): Point | null => at?.[0] ?? centreOf(shape);

/** The place a line to an item ends at; null where nobody has said it, for work. */
export function leaderPlace(document: ProcedureDocument, index: Index, id: string): Point | null {
  const work = index.works.get(id);
  if (work) return workPlace(work);
  const first = (index.fasteners.get(id) ?? index.links.get(id))?.at?.[0];
  return first ?? (index.links.has(id) ? linkPlace(document, placeOf(index, id), id) : placeOf(index, id));
}

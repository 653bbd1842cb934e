import { BASE_CATALOGUE, findPartKind } from '../../trade';
import {
  indexItems,
  isInSight,
  layersOf,
  presenceOf,
  type ItemIndex,
  type OptionValues,
  type ProcedureDocument,
} from '../procedure';

/** How an item appears on the map. */
export type Appearance = 'hidden' | 'in' | 'out';

/** Appearance by the peel control: layers below `peel` are lifted off, deeper ones are still covered. */
export function peeled(
  document: ProcedureDocument,
  layers: Map<string, number>,
  peel: number,
): Map<string, Appearance> {
  const look = (id: string): Appearance => {
    const layer = layers.get(id) ?? 0;
    return layer < peel ? 'out' : layer === peel || (peel === 0 && layer === 0) ? 'in' : 'hidden';
  };
  const appearance = new Map<string, Appearance>();
  for (const item of [...document.parts, ...document.fasteners, ...document.links])
    appearance.set(item.id, look(item.id));
  // What was done to the car stays where it was done.
  for (const { id } of document.work ?? []) appearance.set(id, (layers.get(id) ?? 0) <= peel ? 'in' : 'hidden');
  // A part that is still on is seen as soon as nothing covers it, even while its own fasteners lie deeper. A panel is
  // too large to be hidden by the trims over its edge.
  const index = indexItems(document);
  for (const part of document.parts) {
    if (
      appearance.get(part.id) === 'hidden' &&
      isInSight(index, part.id, (cover) => appearance.get(cover) === 'out' || onlyEdges(index, part.id, cover))
    )
      appearance.set(part.id, 'in');
  }
  return appearance;
}

/** Appearance in a run: what is done is out, and what lies behind parts that are still on is hidden. What this vehicle does not have hides nothing. */
export function fromDone(
  document: ProcedureDocument,
  options: OptionValues,
  isDone: (id: string) => boolean,
): Map<string, Appearance> {
  const index = indexItems(document);
  const { of } = presenceOf(document, options);
  const isOut = (id: string) => of.get(id) === 'absent' || isDone(id);
  const appearance = new Map<string, Appearance>();
  for (const item of [...document.parts, ...document.fasteners, ...document.links]) {
    const covered = !isInSight(index, item.id, (part) => isOut(part) || onlyEdges(index, item.id, part));
    appearance.set(
      item.id,
      of.get(item.id) === 'absent' ? 'hidden' : isOut(item.id) ? 'out' : covered ? 'hidden' : 'in',
    );
  }
  for (const { id } of document.work ?? [])
    appearance.set(id, of.get(id) !== 'absent' && isInSight(index, id, isOut) ? 'in' : 'hidden');
  return appearance;
}

/** True where the cover is a small trim over the edge of a panel: the panel is in sight all the same. */
const onlyEdges = (index: ItemIndex, id: string, cover: string) => isLarge(index, id) && !isLarge(index, cover);
const isLarge = (index: ItemIndex, id: string) =>
  !!findPartKind(BASE_CATALOGUE, index.parts.get(id)?.kind ?? '')?.isLarge;

/** Appearance without what this vehicle does not have. */
export function withoutAbsent(
  document: ProcedureDocument,
  options: OptionValues,
  appearance: Map<string, Appearance>,
): Map<string, Appearance> {
  const { of } = presenceOf(document, options);
  return new Map([...appearance].map(([id, look]) => [id, of.get(id) === 'absent' ? 'hidden' : look]));
}

/** Number of layers to peel: 0 is assembled, the highest is stripped. */
export const peelSteps = (document: ProcedureDocument) => Math.max(0, ...layersOf(document).values()) + 1;

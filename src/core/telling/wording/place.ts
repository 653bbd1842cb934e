import { fastenerKindOf, doorWords, parseDrive } from '../../trade';
import { itemWords, type ItemRef, readItemKey } from '../../document';
import { type ActionGraph, readStepKey } from '../../planning';

/** ", rear door, left" behind a thing's words where the run is about more than one door; else nothing. */
export function inPlace({ documents }: Pick<ActionGraph, 'documents'>, procedure: string | null): string {
  const document = documents.size > 1 && procedure !== null ? documents.get(procedure) : undefined;
  return document ? `, ${doorWords(document)}` : '';
}

/** "door speaker, rear door, left": an item with the door it is at. The item must be there. */
export const itemInPlace = (graph: ActionGraph, { procedure, item }: ItemRef): string =>
  `${itemWords(graph.indexes.get(procedure)!, item, graph.catalogue)}${inPlace(graph, procedure)}`;

/** "1 × T20 screw × 16 mm, rear door, left": so many pieces of an entry, and whose door they are of. */
export function piecesInPlace(graph: ActionGraph, ref: ItemRef, count: number): string {
  const fastener = graph.indexes.get(ref.procedure)?.fasteners.get(ref.item);
  const kind = fastener && fastenerKindOf(graph.catalogue, fastener);
  const noun = (count === 1 ? kind?.name : kind?.plural) ?? 'pieces';
  const size = [
    fastener?.drive && (parseDrive(fastener.drive)?.plate ?? fastener.drive),
    noun,
    fastener?.length && `× ${fastener.length} mm`,
  ];
  return `${count} × ${size.filter(Boolean).join(' ')}${inPlace(graph, ref.procedure)}`;
}

/** The same behind words about an item, named "procedure/item"; nothing where it is about none. */
export const inPlaceOf = (graph: ActionGraph, item: string | null): string =>
  inPlace(graph, readItemKey(item ?? '')?.procedure ?? null);

/** What a step was about, by its key: "door card, rear door, left"; "battery". */
export function stepInPlace(graph: ActionGraph, action: string): string {
  const ref = readStepKey(action);
  return ref && graph.indexes.get(ref.procedure ?? '')?.typeOf.has(ref.item)
    ? itemInPlace(graph, { ...ref, procedure: ref.procedure! })
    : 'battery';
}

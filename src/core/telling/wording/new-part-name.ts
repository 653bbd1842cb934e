import { countedWords, itemWords, type ItemRef, type ProcedureDocument, type TakenOver } from '../../document';
import type { ActionGraph } from '../../planning';

/** What a new part takes over, where a document's work puts one in the place of this one. */
export const takenOverIn = ({ work = [] }: Pick<ProcedureDocument, 'work'>, item: string): TakenOver | undefined =>
  work.find(({ replaces, takesOver }) => replaces === item && takesOver)?.takesOver;

/** The same of an item of a graph. */
export const takenOver = (graph: ActionGraph, { procedure, item }: ItemRef): TakenOver | undefined =>
  takenOverIn(graph.documents.get(procedure)!, item);

/** A part's name on the way back: of what took its place, where something new did. */
export const nameBack = (graph: ActionGraph, ref: ItemRef): string =>
  takenOver(graph, ref)?.name ?? itemWords(graph.indexes.get(ref.procedure)!, ref.item, graph.catalogue);

/** The same with which one it is: "new door speaker (Saltmarsh 165 A)". */
export function fullNameBack(graph: ActionGraph, ref: ItemRef): string {
  const which = takenOver(graph, ref)?.which;
  return `${nameBack(graph, ref)}${which ? ` (${which})` : ''}`;
}

/** The same, counted where it is a fastener or a plug. */
export const countedBack = (graph: ActionGraph, ref: ItemRef): string =>
  takenOver(graph, ref)?.name ?? countedWords(graph.indexes.get(ref.procedure)!, ref.item, graph.catalogue);

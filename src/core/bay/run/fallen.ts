import { findPartKind } from '../../trade';
import { readItemKey } from '../../document';
import type { ActionGraph, StepRef } from '../../planning';
import { type RunState } from './state';

/** Pieces that lie in a zone's cavity still. */
export interface Fallen {
  procedure: string;
  item: string;
  count: number;
}

/** What fell inside and was not found again. */
export const fallenInside = (state: Pick<RunState, 'pieces'>): Fallen[] =>
  [...state.pieces].flatMap(([key, { inside }]) => {
    const ref = readItemKey(key);
    return inside > 0 && ref ? [{ procedure: ref.procedure, item: ref.item, count: inside }] : [];
  });

/** Whether a step would shut a cavity over a piece that lies in it: a speaker, a shield or a panel going home. */
export function shutsOverPiece(
  graph: ActionGraph,
  state: Pick<RunState, 'pieces'>,
  { type, procedure, item }: StepRef,
): boolean {
  if (type !== 'seat' || procedure === null) return false;
  const kind = graph.indexes.get(procedure)?.parts.get(item)?.kind;
  return (
    !!findPartKind(graph.catalogue, kind ?? '')?.closesCavity &&
    fallenInside(state).some((piece) => piece.procedure === procedure)
  );
}

/** Whether pieces that fell inside are looked for now: nobody said “later”, or said it of fewer. */
export const isSearchDue = ({ lookLater }: Pick<RunState, 'lookLater'>, { procedure, item, count }: Fallen): boolean =>
  (lookLater.get(`${procedure}/${item}`) ?? 0) < count;

import { findPartKind, linkKindOrGuess, workKindOf } from '../../trade';
import { itemKey } from '../../document';
import type { ActionGraph } from '../graph';
import { checkOf, type GateCheck } from './refit-step';

/** What must be tried once this is joined or back, or null where there is nothing to try. */
export function testFor(graph: ActionGraph, id: number): GateCheck | null {
  const { type, procedure, item } = graph.nodes[id].action!;
  if (procedure === null) return null;
  const index = graph.indexes.get(procedure)!;
  const items = [itemKey({ procedure, item })];
  if (type === 'undo') {
    const link = index.links.get(item)!;
    if (link.safety === 'srs') return checkOf('srs-locked', null, items);
    const { electrical } = linkKindOrGuess(graph.catalogue, link.kind);
    return checkOf(electrical ? 'joined-and-working' : 'joined-and-moving', null, items);
  }
  if (type === 'work') {
    const work = index.works.get(item)!;
    // What is done to a seated part is tried with that.
    return workKindOf(work.kind).isTested && !work.onceSeated ? checkOf('works', null, items) : null;
  }
  const part = index.parts.get(item);
  const isElectrical = !!part && !!findPartKind(graph.catalogue, part.kind)?.electrical;
  return type === 'free' && isElectrical ? checkOf('works', null, items) : null;
}

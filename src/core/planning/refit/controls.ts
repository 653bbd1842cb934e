import { findPartKind, linkKindOrGuess } from '../../trade';
import { readItemKey } from '../../document';
import type { ActionGraph } from '../graph';
import type { GateCheck, RefitAction, RefitNote } from './refit-step';

/** Where the glass is run or something is tried that a control works, a control that is refitted later is hung on its plug or slipped on for it. */
export function hangControls(graph: ActionGraph, ordered: readonly RefitAction[]): void {
  ordered.forEach((gate, at) => {
    if (!gate.gate || !gate.checks.some((check) => needsControl(graph, check))) return;
    for (const later of ordered.slice(at + 1)) {
      const note = controlNote(graph, gate, later);
      const isSaid = gate.notes.some((one) => note && JSON.stringify(one) === JSON.stringify(note));
      if (note && !isSaid) gate.notes.push(note);
    }
  });
}
/** Sound comes from the head unit; everything else that is tried needs what works it. */
function needsControl(graph: ActionGraph, { fact, items }: GateCheck): boolean {
  if (fact === 'glass-path-clear') return true;
  if (fact !== 'works' && fact !== 'joined-and-working') return false;
  return items
    .map((key) => readItemKey(key)!)
    .some(({ procedure, item }) => {
      const index = graph.indexes.get(procedure)!;
      const link = index.links.get(item);
      // The door itself lights its lamps.
      if (link && linkKindOrGuess(graph.catalogue, link.kind).mark === 'lamp') return false;
      const part = index.parts.get(item) ?? index.parts.get(link?.joins.find((end) => end !== 'body') ?? '');
      const kind = part && findPartKind(graph.catalogue, part.kind);
      return !!part && !kind?.sounds && !kind?.triedAlone;
    });
}

function controlNote(graph: ActionGraph, gate: RefitAction, later: RefitAction): RefitNote | null {
  if (later.procedure !== gate.procedure) return null;
  const index = graph.indexes.get(later.procedure ?? '');
  if (!index) return null;
  const link = later.type === 'join' ? index.links.get(later.item) : undefined;
  const item = link ? link.joins.find((end) => index.parts.has(end) && end !== gate.item) : later.item;
  const part = index.parts.get(item ?? '');
  const control = { procedure: later.procedure!, item: item! };
  if (later.type === 'place' && part?.kind === 'crank') return { note: 'slip-on', control };
  const isControl = link && link.safety !== 'srs' && part && findPartKind(graph.catalogue, part.kind)?.isControl;
  return isControl ? { note: 'hang-control', control } : null;
}

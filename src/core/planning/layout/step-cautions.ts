import { confusionNote, parseDrive } from '../../trade';
import { actionCautions, CAUTIONS } from './cautions';
import type { Action, ActionGraph } from '../graph';

/** The one caution a removal step shows: what can hurt a person first, then the wrong tool that would spoil the fastener. */
export function stepCaution(graph: ActionGraph, action: Action): { text: string; isGrave: boolean } | null {
  const [code] = actionCautions(graph, action);
  if (code) return { text: CAUTIONS[code].text, isGrave: CAUTIONS[code].weight !== 'minor' };
  const fastener =
    action.type === 'release' ? graph.indexes.get(action.procedure ?? '')?.fasteners.get(action.item) : undefined;
  const drive = fastener?.drive ? parseDrive(fastener.drive) : null;
  const note = drive && confusionNote(drive);
  return note ? { text: note, isGrave: false } : null;
}

import { readStepKey } from '../../planning';
import type { RunPlan } from '../../telling';
import { indexItems, itemWords } from '../../document';
import type { RunEvent } from './events';

/**
 * A run whose plan the first version of plans wrote, and that was finished under it: what was recorded stood as it was recorded, since nothing was judged yet. This file is frozen: it says
 * what those reports said, and calls nothing of today's words.
 */
export const isOfVersion1 = (plan: Pick<RunPlan, 'writtenAs'>, events: readonly RunEvent[]): boolean =>
  plan.writtenAs === 1 && events.some(({ type, late }) => type === 'finished' && !late);

/** What a gate of such a run was called; `known`: what those are called that the way back has. */
export function gateWordsOfVersion1(
  plan: Pick<RunPlan, 'documents'>,
  key: string,
  known: ReadonlyMap<string, string>,
): string {
  const ref = readStepKey(key);
  const document = plan.documents.find(({ id }) => id === ref?.procedure);
  if (!ref || !document) return 'Test at hand-over';
  if (known.has(key)) return known.get(key)!;
  const part = itemWords(indexItems(document), ref.item);
  if (ref.type === 'gate:clips') return `Clips of the ${part}`;
  return ref.type === 'gate:closing-in' ? `Before the ${part} closes` : `Test with the ${part} open`;
}

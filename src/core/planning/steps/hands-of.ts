import { readStepKey, type ActionGraph } from '../graph';
import type { HandStep } from './step';

/** Steps in which a part is carried in or out. */
const CARRIES: ReadonlySet<HandStep['kind']> = new Set(['pull', 'offer', 'seat']);

/** How many people a step takes: as many as the part or the work that it moves. */
export function handsOf(graph: ActionGraph, { kind, procedure, part, actions }: HandStep): 1 | 2 {
  const index = graph.indexes.get(procedure ?? '');
  if (CARRIES.has(kind) && index?.parts.get(part ?? '')?.hands === 2) return 2;
  const works = actions.map((key) => {
    const ref = readStepKey(key);
    return ref?.type === 'work' || ref?.type === 'restore' ? index?.works.get(ref.item) : undefined;
  });
  return works.some((work) => work?.hands === 2) ? 2 : 1;
}

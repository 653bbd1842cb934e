import { followRemoval, type HandStep } from '../planning';
import type { Ground } from './ground';
import { waitingFor } from './reach';
import { backWaitsFor, type Rehearsal } from './state';

/** The next step of taking apart by the planned order, from where things stand; null where nothing is left to do. */
export function nextStep(ground: Ground, state: Rehearsal): HandStep | null {
  const { graph, chosen, taken, planned } = ground;
  const { steps } = followRemoval(graph, chosen, taken, (id) => !state.isDone.has(id), planned);
  const isOpen = ({ actions }: HandStep) => {
    const own = new Set(actions.map((key) => graph.idOf.get(key)!));
    return [...own].every((id) => waitingFor(graph, state.isDone, id).every((need) => own.has(need)));
  };
  return steps.find(isOpen) ?? steps[0] ?? null;
}

/** The next step of the way back; null where it is done. */
export const nextBack = (state: Rehearsal): HandStep | null =>
  state.back?.steps.find(
    ({ actions }) => actions.some((key) => !state.backDone.has(key)) && backWaitsFor(state, actions).length === 0,
  ) ?? null;

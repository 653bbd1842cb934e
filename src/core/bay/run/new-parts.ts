import type { RunPlan } from '../../telling';
import type { RunState } from './state';

/** Lines of the list of new parts that nobody ticked or left out with a reason, each as often as it stands there once. Opened up again, the list was dealt with. */
export const openNewParts = (
  { newParts }: Pick<RunPlan, 'newParts'>,
  { ticks, leftOut, round }: Pick<RunState, 'ticks' | 'leftOut' | 'round'>,
): string[] => (round > 1 ? [] : newParts.filter((line) => !ticks.get(line) && !leftOut.has(line)));

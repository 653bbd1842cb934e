import { stepKey } from '../graph';
import type { RunStep } from './view';

const SECOND: Record<string, string> = { free: 'takeOff', place: 'seat' };

/**
 * The step that the same movement of the hands does right after `now`: a part that hangs by nothing is put aside as it comes
 * free, and one that nothing has to be joined to is seated as it is brought back. Null where something comes between.
 */
export function oneMoveWith(steps: RunStep[], now: RunStep): RunStep | null {
  const next = steps.slice(steps.indexOf(now) + 1).find((step) => step.state === 'open' || step.state === 'waiting');
  const wanted = SECOND[now.step.type];
  return wanted && next?.key === stepKey({ ...now.step, type: wanted }) ? next : null;
}

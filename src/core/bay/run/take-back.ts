import type { RunEvent } from './events';
import { type RunState } from './state';

const TAKEN_BACK: ReadonlySet<RunEvent['type']> = new Set([
  'done',
  'broken',
  'lost',
  'found',
  'renewed',
  'omitted',
  'gatePassed',
  'phase',
  'skipped',
  'test',
  'counted',
  'extra',
  'asFound',
  'stuck',
  'finding',
  'settled',
]);

/**
 * The events that taking back one step retracts: everything that this person's last tap on this device recorded (one device, one instant).
 * What somebody else did stays, on this tablet too. Empty where they have done nothing to take back.
 */
export function lastStepEvents(state: RunState, device: string, person: string): string[] {
  const own = state.log.filter(
    (event) => TAKEN_BACK.has(event.type) && event.device === device && event.person === person,
  );
  const last = own.at(-1);
  return last ? own.filter((event) => event.at === last.at).map(({ id }) => id) : [];
}

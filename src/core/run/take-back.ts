import { doorOf } from './doors';
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
 * The events that taking back one step on a device retracts: everything the last tap recorded (one device, one instant), and where that
 * completed an action, every other event that completed it too. The last tap is the last one on the door this device worked on last: what
 * somebody else does on another door meanwhile stays. On a device that recorded nothing yet it is the last of all. Empty where there is
 * nothing to take back.
 */
export function lastStepEvents(state: RunState, device: string): string[] {
  const taken = state.log.filter((event) => TAKEN_BACK.has(event.type));
  const last = taken.findLast(onDoorOf(taken.findLast((event) => event.device === device)));
  if (!last) return [];
  const tap = taken.filter((event) => event.device === last.device && event.at === last.at);
  const twins = taken.filter(
    (event) =>
      event.type === 'done' &&
      event.count === undefined &&
      // Only of this round: what an earlier one did is behind a closed panel.
      !!state.done.get(event.action)?.events.includes(event.id) &&
      tap.some((one) => one.type === 'done' && one.count === undefined && one.action === event.action),
  );
  return [...new Set([...tap, ...twins].map((event) => event.id))];
}

/** Whether an event is about the same door as an own one; what is about the vehicle as a whole is about every door. */
function onDoorOf(own: RunEvent | undefined): (event: RunEvent) => boolean {
  const door = own ? doorOf(own) : null;
  return (event) => door === null || [door, null].includes(doorOf(event));
}

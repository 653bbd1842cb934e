import type { RunEvent } from './events';
import type { RunState } from './fold';

const TAKEN_BACK: ReadonlySet<RunEvent['type']> = new Set([
  'done', 'broken', 'lost', 'found', 'renewed', 'omitted', 'gatePassed', 'overridden', 'phase', 'skipped', 'test',
]);

/**
 * The events that taking back one step retracts: everything the last tap recorded (one device, one instant), and where that
 * completed an action, every other event that completed it too. Empty where there is nothing to take back.
 */
export function lastStepEvents(state: RunState): string[] {
  const last = state.log.findLast((event) => TAKEN_BACK.has(event.type));
  if (!last) return [];
  const tap = state.log.filter((event) => TAKEN_BACK.has(event.type) && event.device === last.device && event.at === last.at);
  const twins = state.log.filter((event) => event.type === 'done' && event.count === undefined
    && tap.some((one) => one.type === 'done' && one.count === undefined && one.action === event.action));
  return [...new Set([...tap, ...twins].map((event) => event.id))];
}

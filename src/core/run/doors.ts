import { readStepKey } from '../graph';
import { readItemKey } from '../procedure';
import type { RunEvent } from './events';
import { type RunState } from './state';

/** Who did the last thing on a door (a procedure); null while nobody did. */
export const lastOnDoor = ({ log }: Pick<RunState, 'log'>, procedure: string | null): string | null =>
  log.findLast((event) => event.type === 'done' && doorOf(event) === procedure)?.person ?? null;

/** The procedure an event is about; null for the vehicle as a whole. */
export function doorOf(event: RunEvent): string | null {
  if (event.type === 'extra') return event.procedure;
  if ('action' in event) return readStepKey(event.action)?.procedure ?? null;
  if ('gate' in event) return readStepKey(event.gate)?.procedure ?? null;
  return 'item' in event && event.item ? (readItemKey(event.item)?.procedure ?? null) : null;
}

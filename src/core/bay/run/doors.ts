import { readGateKey, readStepKey } from '../../planning';
import { readItemKey } from '../../document';
import type { RunEvent } from './events';
import { type RunState } from './state';

/** Who works on each door (a procedure): everybody at the one they did something on last, unless they take a break. */
export function peopleOnDoors({ log, pauses }: Pick<RunState, 'log' | 'pauses'>): ReadonlyMap<string, string[]> {
  const seen = new Set<string>();
  const on = new Map<string, string[]>();
  for (const event of [...log].reverse()) {
    const door = event.type === 'done' || event.type === 'test' || event.type === 'gatePassed' ? doorOf(event) : null;
    if (door === null || seen.has(event.person)) continue;
    seen.add(event.person);
    if (!pauses.has(event.person)) on.set(door, [...(on.get(door) ?? []), event.person]);
  }
  return on;
}

/** The door that somebody did something on last with a device; null while they did nothing on any. */
export const doorTaken = ({ log }: Pick<RunState, 'log'>, person: string, device: string): string | null => {
  const last = log.findLast(
    (event) => event.type === 'done' && event.person === person && event.device === device && doorOf(event) !== null,
  );
  return last ? doorOf(last) : null;
};

/** The procedure an event is about; null for the vehicle as a whole. */
export function doorOf(event: RunEvent): string | null {
  if (event.type === 'extra') return event.procedure;
  if ('action' in event) return readStepKey(event.action)?.procedure ?? null;
  if ('gate' in event) return readGateKey(event.gate)?.procedure ?? null;
  return 'item' in event && event.item ? (readItemKey(event.item)?.procedure ?? null) : null;
}

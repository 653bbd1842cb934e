import type { ItemType } from './types';

/** The states a reference can ask for. A fastener is released, a link undone, a part free or off. */
export type State = 'free' | 'off' | 'released' | 'undone';

/** A reference as written: `card`, `card:free`, `seat-base/seat:off`. */
export interface Reference {
  procedure: string | null;
  item: string;
  state: State | null;
}

const STATES = new Set<string>(['free', 'off', 'released', 'undone']);

/** Reads a reference. Returns null where it is malformed (two slashes, an unknown state, an empty name). */
export function parseReference(text: string): Reference | null {
  const match = /^(?:([^/:]+)\/)?([^/:]+)(?::([a-z]+))?$/.exec(text.trim());
  if (!match || (match[3] && !STATES.has(match[3]))) return null;
  return { procedure: match[1] ?? null, item: match[2], state: (match[3] as State) ?? null };
}

/** The state a reference means for this type of item; null where that item has no such state. */
export function stateFor(type: ItemType, asked: State | null): State | null {
  if (type === 'part') return asked === null || asked === 'off' ? 'off' : asked === 'free' ? 'free' : null;
  const own: State = type === 'fastener' ? 'released' : 'undone';
  return asked === null || asked === own || asked === 'off' ? own : null;
}

import type { ItemType } from './types';

/** The states a reference can ask for. A fastener is released, a link undone, a part free or off, work done. */
export type State = 'free' | 'off' | 'released' | 'undone' | 'done';

/** A reference as written: `card`, `card:free`, `shield:free@lower-half`, `seat-base/seat:off`. */
export interface Reference {
  procedure: string | null;
  item: string;
  state: State | null;
  /** The area of a part that is enough: `shield:free@lower-half`. */
  region?: string;
}

const STATES = new Set<string>(['free', 'off', 'released', 'undone', 'done']);

/** Reads a reference. Returns null where it is malformed (two slashes, an unknown state, an empty name). */
export function parseReference(text: string): Reference | null {
  const match = /^(?:([^/:]+)\/)?([^/:]+)(?::([a-z]+)(?:@([^:/@\s]+))?)?$/.exec(text.trim());
  if (!match || (match[3] && !STATES.has(match[3])) || (match[4] && match[3] !== 'free')) return null;
  return {
    procedure: match[1] ?? null,
    item: match[2],
    state: (match[3] as State) ?? null,
    ...(match[4] ? { region: match[4] } : {}),
  };
}

/** The state a reference means for this type of item; null where that item has no such state. */
export function stateFor(type: ItemType, asked: State | null): State | null {
  if (type === 'part') return asked === null || asked === 'off' ? 'off' : asked === 'free' ? 'free' : null;
  const own: State = type === 'fastener' ? 'released' : type === 'link' ? 'undone' : 'done';
  return asked === null || asked === own || asked === 'off' ? own : null;
}

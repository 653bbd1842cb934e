import { parseReference, type State } from '../../document';

/** One thing wanted. `expose` wants the item's own covers gone, not the item itself; `keep` forbids touching it; `fit` wants all work of a kit. */
export interface Goal {
  text: string;
  verb: 'reach-state' | 'expose' | 'keep' | 'fit';
  procedure: string | null;
  item: string;
  state: State | null;
  region?: string;
}

/**
 * Reads a goal: `card` (= `card:off`), `card:free`, `s1` (released), `l1` (undone), `shield:free@lower-half`, `expose s1`, `keep sail`, `fit pod`, each with an
 * optional procedure in front (`kite-rear-door/card`). Returns null where the text is no goal.
 */
export function parseGoal(text: string): Goal | null {
  const match = /^\s*(?:(expose|keep|fit)\s+)?(\S+)\s*$/.exec(text);
  const reference = match && parseReference(match[2]);
  if (!reference) return null;
  const verb = (match[1] as 'expose' | 'keep' | 'fit' | undefined) ?? 'reach-state';
  if (verb !== 'reach-state' && reference.state) return null;
  return { text: text.trim(), verb, ...reference };
}

/** A goal as `parseGoal` reads it back: "expose kite-rear-door/s1", "kite-rear-door/card:free". */
export function goalText({ verb, procedure, item, state, region }: Omit<Goal, 'text'>): string {
  const name = `${procedure === null ? '' : `${procedure}/`}${item}`;
  return verb === 'reach-state' ? `${name}${state ? `:${state}` : ''}${region ? `@${region}` : ''}` : `${verb} ${name}`;
}

import { readItemKey } from '../document';
import type { GateCheck } from '../planning';
import { seeded } from '../seeded';
import type { Ground } from './ground';
import type { Rehearsal } from './state';

/** How often a line of a gate is not as it should be, where nothing else decides. */
const AMISS = 0.2;

/** The name of a line of a gate among looks and answers. */
export const lineKey = (gate: string, check: string) => `${gate}|${check}`;

/** A number from a text, the same everywhere (FNV-1a, 32 bits). */
const hashOf = (text: string) =>
  [...text].reduce((hash, letter) => Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193) >>> 0, 0x811c9dc5);

/**
 * Whether a line of a gate is as it should be. Pieces are counted: what broke or was missing shows. Everything else is decided by the seed, so that somebody who
 * answers without looking is found out.
 */
export function isFine(
  { seed, faults }: Ground,
  { damage }: Rehearsal,
  gate: { key: string },
  check: GateCheck,
): boolean {
  if (check.fact === 'pieces-back') {
    const isHere = (key: string) => readItemKey(key) !== null && check.items.includes(key);
    return (
      !damage.some(({ item }) => isHere(item)) && !faults.some((one) => one.fault === 'missing' && isHere(one.item))
    );
  }
  return seeded((seed ^ hashOf(lineKey(gate.key, check.id))) >>> 0)() >= AMISS;
}

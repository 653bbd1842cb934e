import type { Suspect } from '@/core/run';

const SHOWN = 6;

/** Suspects that are listed, and numbered on the map: the likeliest, and always what nobody recorded, which is the way to add it. */
export function shownSuspects(suspects: Suspect[]): Suspect[] {
  const first = suspects.slice(0, SHOWN);
  return first.some(({ cause }) => cause === 'unrecorded')
    ? first
    : [...first.slice(0, SHOWN - 1), ...suspects.filter(({ cause }) => cause === 'unrecorded')];
}

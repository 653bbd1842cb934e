import type { Suspect } from '@/core/bay';

const SHOWN = 6;

/** Suspects that are listed, and numbered on the map: the likeliest, every link that nothing undid, and always what nobody recorded, which is the way to add it. */
export function shownSuspects(suspects: Suspect[]): Suspect[] {
  const must = new Set(suspects.filter(({ cause, isOpenLink }) => isOpenLink || cause === 'unrecorded'));
  const others = suspects.filter((one) => !must.has(one)).slice(0, Math.max(1, SHOWN - must.size));
  return suspects.filter((one) => must.has(one) || others.includes(one));
}

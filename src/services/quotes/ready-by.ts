import { DateTime } from 'luxon';
import type { SettingsForm } from '../../contracts/views';

/** Days looked through at most: a shop that is open so rarely promises nothing. */
const MOST_DAYS = 366;

/**
 * When so much work, begun now, is done in the shop's working hours and time zone; nights, days off and a changed clock are left out of it. Null where it takes longer than a year.
 * @param seconds of one person's work
 */
export function readyBy(
  now: Date,
  seconds: number,
  timeZone: string,
  { opens, closes, days }: Pick<SettingsForm['quotes'], 'opens' | 'closes' | 'days'>,
): Date | null {
  const start = DateTime.fromJSDate(now, { zone: timeZone });
  let left = seconds * 1000;
  for (let day = 0; day < MOST_DAYS; day += 1) {
    const date = start.plus({ days: day }).startOf('day');
    if (!days.includes(date.weekday)) continue;
    const [from, to] = [at(date, opens), at(date, closes)];
    const begin = DateTime.max(from, start);
    const room = to.toMillis() - begin.toMillis();
    if (room <= 0) continue;
    if (left <= room) return new Date(begin.toMillis() + left);
    left -= room;
  }
  return null;
}

/** A time of that day on its clock: on a day whose clock is changed it is still the time on the clock. */
const at = (date: DateTime, clock: string): DateTime => {
  const [hour, minute] = clock.split(':').map(Number);
  return date.set({ hour, minute });
};

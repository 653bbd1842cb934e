import { DateTime } from 'luxon';
import { invalid } from '../core/errors';
import type { QuoteSettings } from '../contracts/views';

/** When a shop works. */
export type WorkingHours = Pick<QuoteSettings, 'opens' | 'closes' | 'days'>;

/** Days looked through at most: a shop that is open so rarely promises nothing. */
const MOST_DAYS = 366;

/**
 * When so much work, begun now, is done in the shop's working hours and time zone; nights, days off and a changed clock are left out of it. Null where it takes longer than a year.
 * @param seconds of one person's work
 */
export function readyBy(now: Date, seconds: number, timeZone: string, hours: WorkingHours): Date | null {
  const start = DateTime.fromJSDate(now, { zone: timeZone });
  let left = seconds * 1000;
  for (let day = 0; day < MOST_DAYS; day += 1) {
    const date = start.plus({ days: day }).startOf('day');
    const open = hoursOf(date, hours);
    if (!open) continue;
    const begin = DateTime.max(open.from, start);
    const room = open.to.toMillis() - begin.toMillis();
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

/** The hours of work of a day, as it is in the shop's zone; null where nobody works then. */
export function hoursOf(
  date: DateTime,
  { opens, closes, days }: WorkingHours,
): { from: DateTime; to: DateTime } | null {
  return days.includes(date.weekday) ? { from: at(date, opens), to: at(date, closes) } : null;
}

/** Working time between two moments, whole seconds; below zero where `to` lies before `from`. Beyond a year it counts no further. */
export function workBetween(from: Date, to: Date, timeZone: string, hours: WorkingHours): number {
  if (to < from) return -workBetween(to, from, timeZone, hours);
  const [start, end] = [from, to].map((one) => DateTime.fromJSDate(one, { zone: timeZone }));
  let sum = 0;
  for (let day = 0; day < MOST_DAYS; day += 1) {
    const date = start.plus({ days: day }).startOf('day');
    if (date > end) break;
    const open = hoursOf(date, hours);
    if (!open) continue;
    sum += Math.max(0, DateTime.min(open.to, end).toMillis() - DateTime.max(open.from, start).toMillis());
  }
  return Math.round(sum / 1000);
}

/** The day a moment lies in, or the one that is named (YYYY-MM-DD), in the shop's zone. */
export const dayIn = (timeZone: string, named: string | null, now: Date): DateTime => {
  const day = named ? DateTime.fromISO(named, { zone: timeZone }) : DateTime.fromJSDate(now, { zone: timeZone });
  return day.startOf('day');
};

/** A moment as a form writes it: ISO 8601, without an offset on the shop's own clock. Throws `invalid` where there is no such time. */
export function momentFrom(text: string, timeZone: string): Date {
  const at = DateTime.fromISO(text, { zone: timeZone });
  if (!at.isValid) throw invalid('no-moment', `“${text.replace('T', ' ')}” is no date and time.`);
  return at.toJSDate();
}

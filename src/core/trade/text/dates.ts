/** Dates as people read them, in the shop's own time zone: a page, the server and a printed report say the same. */
export interface Dates {
  /** "2 Mar 2026". */
  day(at: string | Date): string;
  /** "2 Mar 2026, 09:05". */
  moment(at: string | Date): string;
  /** "09:05". */
  time(at: string | Date): string;
  /** "Mon 2 Mar". */
  weekday(at: string | Date): string;
  /** "2026-03-02T09:05": the clock on the wall, as date and time fields have it. */
  local(at: string | Date): string;
}

/** Formats are dear to make, and a shop has one zone. */
const made = new Map<string, Dates>();

/** Dates of a time zone, by its IANA name. @throws RangeError where there is no such zone */
export function datesIn(timeZone: string): Dates {
  const known = made.get(timeZone);
  if (known) return known;
  const dates = makeDates(timeZone);
  if (made.size > MOST_ZONES) made.clear();
  made.set(timeZone, dates);
  return dates;
}

/** Zones remembered; more than any chain has. */
const MOST_ZONES = 50;

function makeDates(timeZone: string): Dates {
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone });
  const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone });
  const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short', timeZone });
  const local = new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', timeStyle: 'short', timeZone });
  const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone });
  return {
    day: (at) => day.format(new Date(at)),
    moment: (at) => moment.format(new Date(at)),
    time: (at) => time.format(new Date(at)),
    weekday: (at) => weekday.format(new Date(at)).replace(',', ''),
    local: (at) => local.format(new Date(at)).replace(' ', 'T'),
  };
}

/** Whether a text names a time zone. */
export function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en-GB', { timeZone: name }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

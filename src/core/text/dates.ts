/** Dates as people read them, in the shop's own time zone: a page, the server and a printed report say the same. */
export interface Dates {
  /** "2 Mar 2026". */
  day(at: string | Date): string;
  /** "2 Mar 2026, 09:05". */
  moment(at: string | Date): string;
}

/** Dates of a time zone, by its IANA name. @throws RangeError where there is no such zone */
export function datesIn(timeZone: string): Dates {
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone });
  const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone });
  return { day: (at) => day.format(new Date(at)), moment: (at) => moment.format(new Date(at)) };
}

/** Whether a text names a time zone. */
export function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en-GB', { timeZone: name }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

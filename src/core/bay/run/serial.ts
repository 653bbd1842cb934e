import type { RunEvent } from './events';

const SERIAL = 'Serial number of';

/** How the serial number of a new part is noted in the log. */
export const serialNote = (line: string, serial: string): string => `${SERIAL} ${line}: ${serial}`;

/** The line and serial number that a note tells; null for any other note. */
export function readSerial(text: string): { line: string; serial: string } | null {
  if (!text.startsWith(`${SERIAL} `)) return null;
  const at = text.lastIndexOf(': ');
  return at < 0 ? null : { line: text.slice(SERIAL.length + 1, at), serial: text.slice(at + 2) };
}

/** The serial number that was noted last for a line of the list of new parts; null where none was. */
export function serialOf(log: readonly RunEvent[], line: string): string | null {
  const start = serialNote(line, '');
  const noted = log.findLast((event) => event.type === 'note' && event.text.startsWith(start));
  return noted?.type === 'note' ? noted.text.slice(start.length) : null;
}

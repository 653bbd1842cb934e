import type { RunEvent } from './events';

/** The serial number of a new part, by its line of the list. */
interface Serial {
  line: string;
  number: string;
}

/** How the serial number of a new part is noted in the log. */
export const serialNote = (line: string, number: string) => ({
  type: 'note' as const,
  text: `Serial number of ${line}: ${number}`,
  serial: { line, number },
});

/** Until version 0.3.1 the number stood only in the note's text. This stays as it is: it reads what was written then. */
const SAID = /^Serial number of (.*): (.*)$/s;

/** The line and serial number that an event tells; null for any other event. */
export function readSerial(event: RunEvent): Serial | null {
  if (event.type !== 'note') return null;
  if (event.serial) return event.serial;
  const [, line, number] = SAID.exec(event.text) ?? [];
  return line === undefined ? null : { line, number };
}

/** The serial number that was noted last for a line of the list of new parts; null where none was. */
export const serialOf = (log: readonly RunEvent[], line: string): string | null =>
  log.flatMap((event) => readSerial(event) ?? []).findLast((noted) => noted.line === line)?.number ?? null;

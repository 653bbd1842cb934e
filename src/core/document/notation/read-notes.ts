import { applyEdit, findItem, indexItems, itemsOf, type ProcedureDocument } from '../procedure';
import { slugOf, findZone, zoneName } from '../../trade';
import { applyStatement } from './apply';
import { readLine, splitLine } from './read-line';
import type { VehicleWords } from './statement';
import { readVehicle } from './vehicle-line';

/** A page of notes as a procedure, with what was not understood of it. */
export interface ReadNotes {
  procedure: ProcedureDocument;
  /** Lines that were not understood, or only in part, by number from 1; `text` is what is left open. */
  unread: { line: number; text: string }[];
  /** What each line made or told more of, by number from 1, in the order of the page; an empty line is left out. */
  lines: { line: number; text: string; items: string[] }[];
}

/** Lines of a page that are read; more is a mistake at the clipboard. */
export const MAX_NOTE_LINES = 2000;
const MAX_NOTE = 2000;

/** A recording with nothing in it. Without a vehicle it is a draft: whose door it is has to be said before it can be published. */
function emptyProcedure(vehicle: VehicleWords | null): ProcedureDocument {
  const zone = findZone(vehicle?.zone ?? 'front-door')!;
  const title = vehicle ? `${vehicle.make} ${vehicle.model}, ${zoneName(zone.code)}` : 'Notes';
  return {
    format: 'pezzo-procedure/1',
    id: slugOf(title) || 'notes',
    title,
    applies: vehicle
      ? [
          {
            make: vehicle.make,
            model: vehicle.model,
            ...(vehicle.from ? { from: vehicle.from } : {}),
            ...(vehicle.to ? { to: vehicle.to } : {}),
          },
        ]
      : [],
    zone: zone.code,
    side: zone.sided ? (vehicle?.side ?? 'left') : 'centre',
    map: { ...zone.map, outline: zone.code },
    parts: [],
    fasteners: [],
    links: [],
    recordedOrder: [],
  };
}

/** What a clause is that keeps a line open: it tells of a size or a number that was not understood. */
const isOpen = (note: string) => /\d/.test(note);

/**
 * Reads a page of pasted notes line by line into a document. A line that is not understood is kept as a note of what was spoken of before it, and listed in `unread`;
 * so is one of which a size or a number stays open. Never throws; what is beyond `MAX_NOTE_LINES` is listed as unread.
 * @param into the document the notes go on with; without one the first vehicle line says what they are about.
 */
export function readNotes(text: string, into?: ProcedureDocument): ReadNotes {
  const lines = text.split(/\r\n|\r|\n/);
  let procedure = into ?? emptyProcedure(lines.map(readVehicle).find((vehicle) => vehicle !== null) ?? null);
  const unread: ReadNotes['unread'] = [];
  const told: ReadNotes['lines'] = [];
  const known = new Set(itemsOf(procedure).map(({ id }) => id));
  let spokenOf: string | null = null;
  let last: string | null = null;
  lines.forEach((written, at) => {
    const line = written.replace(/^\s*(?:[-*•·]|\d{1,2}[.)])\s+/, '').trim();
    if (!line) return;
    const own: string[] = [];
    told.push({ line: at + 1, text: written, items: own });
    if (at >= MAX_NOTE_LINES || line.length > MAX_NOTE) {
      unread.push({ line: at + 1, text: line.slice(0, MAX_NOTE) });
      return;
    }
    for (const one of splitLine(line)) {
      const said = readLine(one);
      if (said.vehicle) return;
      const { document, items } = applyStatement(procedure, said, spokenOf);
      // The parts that are only named on the way are made by their line too.
      const made = itemsOf(document).flatMap(({ id }) => (known.has(id) || items.includes(id) ? [] : [id]));
      for (const id of [...made, ...items]) known.add(id);
      own.push(...made, ...items);
      procedure = document;
      last = items.at(-1) ?? last;
      const isUnderstood = items.length > 0;
      for (const note of said.notes) {
        if (last) procedure = withNote(procedure, last, note);
        if (!isUnderstood || isOpen(note)) unread.push({ line: at + 1, text: isUnderstood ? note : one });
      }
      spokenOf = lastPart(procedure, items) ?? spokenOf;
    }
  });
  return { procedure, unread, lines: told };
}

/** The part a line spoke of, or that its fastener or tether belongs to. */
function lastPart(document: ProcedureDocument, items: string[]): string | null {
  for (const id of items.toReversed()) {
    if (document.parts.some((part) => part.id === id)) return id;
    const fastener = document.fasteners.find((one) => one.id === id);
    if (fastener) return [fastener.holds].flat()[0];
  }
  return null;
}

function withNote(document: ProcedureDocument, id: string, note: string): ProcedureDocument {
  const item = findItem(indexItems(document), id);
  const joined = item?.note ? `${item.note}; ${note}` : note;
  return joined.length > MAX_NOTE ? document : applyEdit(document, { type: 'change', id, patch: { note: joined } });
}

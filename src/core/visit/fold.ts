import { mergeLog } from '../log';
import type { CheckResult, Stroke, VisitEvent, VisitFact, Walk } from './events';

/** One answer to a line. */
export interface Answer {
  result: CheckResult;
  condition: string | null;
  person: string;
  at: string;
}

/** A line of the electrical check with what it was on arrival and is now. */
export interface CheckedLine {
  line: string;
  group: string;
  words: string;
  arrival: Answer | null;
  departure: Answer | null;
  explained: string | null;
}

export type Mark = Extract<VisitFact, { type: 'marked' }> & { id: string };

/** A signature, and how many records of the check were made after it. */
export interface Signature {
  name: string;
  strokes: Stroke[];
  at: string;
  person: string;
  /** Lines and marks it covers. */
  covers: number;
  /** Lines and marks of the same walk recorded since. */
  later: number;
}

export interface Wait {
  id: string;
  for: 'part' | 'decision' | 'vehicle';
  what: string;
  person: string;
  at: string;
}

/** Everything a visit's events amount to. */
export interface VisitState {
  lines: Map<string, CheckedLine>;
  marks: Mark[];
  zones: { zone: string; side: 'left' | 'right' | 'centre' }[];
  vin: string | null;
  signatures: Partial<Record<Walk, Signature>>;
  waits: Wait[];
  photos: { id: string; photo: string; words: string | null }[];
  notes: { id: string; text: string }[];
  closed: boolean;
  /** Wall time of giving back; shown only. */
  closedAt: string | null;
  log: VisitEvent[];
  unknown: VisitEvent[];
  lastLamport: number;
}

/** Folds a visit's events, in any order and however often they arrive, to its state. O(n log n). */
export function foldVisit(events: Iterable<VisitEvent>): VisitState {
  const { standing, lastLamport } = mergeLog(events);
  const state: VisitState = {
    lines: new Map(), marks: [], zones: [], vin: null, signatures: {}, waits: [], photos: [], notes: [], closed: false, closedAt: null, log: standing, unknown: [], lastLamport,
  };
  for (const event of standing) apply(state, event);
  return state;
}

function apply(state: VisitState, event: VisitEvent): void {
  switch (event.type) {
    case 'checked': {
      const line = state.lines.get(event.line) ?? { line: event.line, group: event.group, words: event.words, arrival: null, departure: null, explained: null };
      line[event.walk] = { result: event.result, condition: event.condition ?? null, person: event.person, at: event.at };
      state.lines.set(event.line, line);
      return countLater(state, event.walk);
    }
    case 'marked': {
      const { type, view, x, y, kind, words, walk, photo, id } = event;
      state.marks.push({ type, view, x, y, kind, walk, id, ...(words ? { words } : {}), ...(photo ? { photo } : {}) });
      return countLater(state, walk);
    }
    case 'zone':
      if (!state.zones.some((one) => one.zone === event.zone && one.side === event.side)) state.zones.push({ zone: event.zone, side: event.side });
      return;
    case 'vin': state.vin = event.vin; return;
    case 'photo': state.photos.push({ id: event.id, photo: event.photo, words: event.words ?? null }); return;
    case 'note': state.notes.push({ id: event.id, text: event.text }); return;
    case 'signed': state.signatures[event.walk] = { name: event.name, strokes: event.strokes, at: event.at, person: event.person, covers: event.covers, later: 0 }; return;
    case 'explained': {
      const line = state.lines.get(event.line);
      if (line) line.explained = event.reason;
      return;
    }
    case 'waits': state.waits.push({ id: event.id, for: event.for, what: event.what, person: event.person, at: event.at }); return;
    case 'waitOver': state.waits = state.waits.filter((wait) => wait.id !== event.wait); return;
    case 'retracted': return;
    case 'closed': state.closed = true; state.closedAt = event.at; return;
    default: {
      const unknown: never = event;
      state.unknown.push(unknown);
    }
  }
}

function countLater(state: VisitState, walk: Walk): void {
  const signature = state.signatures[walk];
  if (signature) signature.later += 1;
}

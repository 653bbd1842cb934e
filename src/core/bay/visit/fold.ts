import { mergeLog } from '../log';
import { coverOf, isCoverable, walksOf } from './cover';
import type { CheckResult, Stroke, View, VisitEvent, VisitFact, Walk } from './events';

/** One answer to a line. */
export interface Answer {
  result: CheckResult;
  condition: string | null;
  person: string;
  at: string;
  /** Recorded after the walk was signed: the signature does not cover it. */
  later?: true;
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

export type Mark = Extract<VisitFact, { type: 'marked' }> & { id: string; later?: true };

/** A signature, and how many records of its walk it does not cover. */
export interface Signature {
  walk: Walk;
  name: string;
  strokes: Stroke[];
  at: string;
  person: string;
  /** Lines and marks it covers. */
  covers: number;
  /** Records of the same walk that came too late for it. */
  later: number;
  /** SHA-256 of what was signed, hex; null for a signature of an older version. */
  seal: string | null;
  /** The ids of what it covers; null for a signature of an older version. */
  records: string[] | null;
}

/** Something recorded after what it is about was signed or closed: it stands beside, and changes nothing of it. */
export interface LaterRecord {
  event: VisitEvent;
  /** `signed`: after the signature of its walk; `closed`: after the vehicle was given back; `taken-back`: an attempt to take back what was signed. */
  after: 'signed' | 'closed' | 'taken-back';
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
  /** Sides of the vehicle that were looked at, by walk. */
  looked: Record<Walk, ReadonlySet<View>>;
  /** Why nobody signed a walk, with who said so. */
  unsigned: Partial<Record<Walk, { reason: string; person: string; at: string }>>;
  vin: string | null;
  /** Why the vehicle was not checked in, and whose word that was; null where it was, or is still to be. */
  checkInSkipped: { reason: string; person: string; at: string } | null;
  /** The last signature of each walk. */
  signatures: Partial<Record<Walk, Signature>>;
  /** Every signature that was ever given, in order. */
  signed: Signature[];
  /** What came too late to count, in logical order: shown beside, with who and when. */
  later: LaterRecord[];
  waits: Wait[];
  photos: { id: string; photo: string; words: string | null; later?: true }[];
  notes: { id: string; text: string; later?: true }[];
  closed: boolean;
  /** Wall time of giving back; shown only. */
  closedAt: string | null;
  log: VisitEvent[];
  unknown: VisitEvent[];
  lastLamport: number;
}

/** Folds a visit's events, in any order and however often they arrive, to its state. O(n log n). */
export function foldVisit(events: Iterable<VisitEvent>): VisitState {
  const all = [...events];
  const cover = coverOf(all);
  const { standing, later, lastLamport } = mergeLog(all.filter((event) => !cover.isVoid(event)));
  const state: VisitState = {
    lines: new Map(),
    marks: [],
    zones: [],
    looked: { arrival: new Set(), departure: new Set() },
    unsigned: {},
    vin: null,
    checkInSkipped: null,
    signatures: {},
    signed: [],
    later: [],
    waits: [],
    photos: [],
    notes: [],
    closed: false,
    closedAt: null,
    log: standing,
    unknown: [],
    lastLamport,
  };
  // What was signed comes first, so that nothing recorded later can take its place.
  const isLater = (event: VisitEvent) =>
    isCoverable(event) && !cover.covers(event) && walksOf(event).some((walk) => cover.isSigned(walk));
  for (const event of standing) if (!isLater(event)) apply(state, event);
  for (const event of standing) if (isLater(event)) applyLater(state, event);
  for (const event of cover.voids) state.later.push({ event, after: 'taken-back' });
  for (const event of later) {
    // A part that came at last is no evidence: it only takes the job off the board.
    if (event.type === 'waitOver') apply(state, event);
    else state.later.push({ event, after: 'closed' });
  }
  countLater(state);
  return state;
}

function apply(state: VisitState, event: VisitEvent, later?: true): void {
  switch (event.type) {
    case 'checked': {
      const line = state.lines.get(event.line) ?? {
        line: event.line,
        group: event.group,
        words: event.words,
        arrival: null,
        departure: null,
        explained: null,
      };
      line[event.walk] = {
        result: event.result,
        condition: event.condition ?? null,
        person: event.person,
        at: event.at,
        ...(later ? { later } : {}),
      };
      state.lines.set(event.line, line);
      return;
    }
    case 'marked': {
      const { type, view, x, y, kind, words, walk, photo, id } = event;
      state.marks.push({
        type,
        view,
        x,
        y,
        kind,
        walk,
        id,
        ...(words ? { words } : {}),
        ...(photo ? { photo } : {}),
        ...(later ? { later } : {}),
      });
      return;
    }
    case 'zone':
      if (!state.zones.some((one) => one.zone === event.zone && one.side === event.side))
        state.zones.push({ zone: event.zone, side: event.side });
      return;
    case 'looked':
      state.looked[event.walk] = new Set([...state.looked[event.walk], event.view]);
      return;
    case 'unsigned':
      state.unsigned[event.walk] = { reason: event.reason, person: event.person, at: event.at };
      return;
    case 'vin':
      state.vin = event.vin;
      return;
    case 'photo':
      state.photos.push({ id: event.id, photo: event.photo, words: event.words ?? null, ...(later ? { later } : {}) });
      return;
    case 'note':
      state.notes.push({ id: event.id, text: event.text, ...(later ? { later } : {}) });
      return;
    case 'signed': {
      const signature = {
        walk: event.walk,
        name: event.name,
        strokes: event.strokes,
        at: event.at,
        person: event.person,
        covers: event.covers,
        later: 0,
        seal: event.seal ?? null,
        records: event.records ?? null,
      };
      state.signed.push(signature);
      state.signatures[event.walk] = signature;
      return;
    }
    case 'explained': {
      const line = state.lines.get(event.line);
      if (line) line.explained = event.reason;
      return;
    }
    case 'checkInSkipped':
      state.checkInSkipped = { reason: event.reason, person: event.person, at: event.at };
      return;
    case 'waits':
      state.waits.push({ id: event.id, for: event.for, what: event.what, person: event.person, at: event.at });
      return;
    case 'waitOver':
      state.waits = state.waits.filter((wait) => wait.id !== event.wait);
      return;
    case 'retracted':
      return;
    case 'closed':
      state.closed = true;
      state.closedAt = event.at;
      return;
    default: {
      const unknown: never = event;
      state.unknown.push(unknown);
    }
  }
}

/** Adds what a signature does not cover: it is shown, and fills what was open, but takes the place of nothing that was signed. */
function applyLater(state: VisitState, event: VisitEvent): void {
  state.later.push({ event, after: 'signed' });
  if (event.type === 'checked') {
    const answer = state.lines.get(event.line)?.[event.walk];
    if (answer && !answer.later) return;
  }
  if (event.type === 'vin' && state.vin) return;
  if (event.type === 'explained' && state.lines.get(event.line)?.explained) return;
  apply(state, event, true);
}

function countLater(state: VisitState): void {
  for (const signature of Object.values(state.signatures)) {
    signature.later = state.later.filter(
      ({ event, after }) => after === 'signed' && walksOf(event).includes(signature.walk),
    ).length;
  }
}

/** The ids of everything a signature of a walk covers when it is given now. */
export const recordsToSign = (state: VisitState, walk: Walk): string[] =>
  state.log.filter((event) => isCoverable(event) && walksOf(event).includes(walk)).map(({ id }) => id);

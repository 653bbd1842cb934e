import { stepKey, type StepRef } from '../graph';
import { mergeLog } from '../log';
import type { AsFoundChange, ExtraFastener, RunEvent, RunPhase, TestResult } from './events';
import { Claims, type Question } from './claims';

/** How far one action has come. */
export interface Progress {
  /** Completed as a whole at least once. */
  full: boolean;
  /** Sum of the partial counts; meaningless where `full`. */
  count: number;
  /** Events that count towards it, in logical order: the last is what Back takes back. */
  events: string[];
  /** A person's word on the count, once there was one; it counts more than the sum. */
  settled?: number;
}

/** What happened to the pieces of one fastener entry besides coming out and going back. */
export interface PieceCounts {
  scrapped: number;
  damagedButUsed: number;
  lost: number;
  /** Of those lost, how many fell into the panel. */
  inside: number;
  renewed: number;
  omitted: number;
  reasons: string[];
}

/** A difference of this vehicle from the procedure. */
export interface AsFound {
  event: string;
  item: string | null;
  difference: string;
  change: AsFoundChange | null;
}

/** Everything a run's events amount to. A pure function of the set of events. */
export interface RunState {
  started: boolean;
  finished: boolean;
  paused: boolean;
  /** Why it is paused; null where nobody said. */
  pauseReason: string | null;
  /** Who takes a break, with the reason. A run is paused when everybody who works on it does. */
  pauses: Map<string, string | null>;
  /** Who has worked on it so far. */
  workers: Set<string>;
  phase: RunPhase;
  holder: string | null;
  /** What the last one said when handing over. */
  handOverNote: string | null;
  done: Map<string, Progress>;
  skipped: Map<string, string>;
  pieces: Map<string, PieceCounts>;
  ticks: Map<string, boolean>;
  gates: Map<string, { passed: boolean; reason: string | null; person: string; event: string }>;
  /** The last result of each line of a test sheet. */
  tests: Map<string, { gate: string; check: string; result: TestResult }>;
  asFound: AsFound[];
  extras: (ExtraFastener & { event: string })[];
  /** What only a person can tell: two devices may mean the same broken piece. */
  questions: Question[];
  /** Events recorded against a gate, with what was not yet done: kept and shown, they count only once a lead accepted them. */
  against: { event: RunEvent; reason: string }[];
  /** Events that stand, in logical order. */
  log: RunEvent[];
  /** What arrived after the run was finished: shown beside, with who and when; it changes nothing of what was accounted for. */
  later: RunEvent[];
  /** Events of a type this version does not know: kept and shown, never dropped. */
  unknown: RunEvent[];
  lastLamport: number;
}

const emptyState = (): RunState => ({
  started: false,
  finished: false,
  paused: false,
  pauseReason: null,
  pauses: new Map(),
  workers: new Set(),
  phase: 'remove',
  holder: null,
  handOverNote: null,
  done: new Map(),
  skipped: new Map(),
  pieces: new Map(),
  ticks: new Map(),
  gates: new Map(),
  tests: new Map(),
  asFound: [],
  extras: [],
  questions: [],
  against: [],
  log: [],
  later: [],
  unknown: [],
  lastLamport: 0,
});

/** Says in trade words what an event was recorded against; null where it stands. */
export type Judge = (state: RunState, event: RunEvent) => string | null;

/**
 * Folds events to the state. The order they arrive in and events sent twice change nothing: they are put in logical order
 * and told apart by id first. What the judge holds against an event keeps it from counting until a lead accepted it. O(n log n) beside the judge.
 */
export function foldRun(events: Iterable<RunEvent>, judge?: Judge): RunState {
  const { standing, later, lastLamport } = mergeLog(events);
  const state = emptyState();
  state.later = later;
  const claims = new Claims(standing);
  state.lastLamport = lastLamport;
  const accepted = new Set(standing.flatMap((event) => (event.type === 'accepted' ? [event.event] : [])));
  for (const event of standing) {
    const reason = judge && !accepted.has(event.id) ? judge(state, event) : null;
    if (reason) {
      state.against.push({ event, reason });
      continue;
    }
    state.log.push(event);
    if (event.type === 'started' || event.type === 'done') {
      state.workers.add(event.person);
      notePause(state);
    }
    apply(state, event, claims);
  }
  state.questions = claims.open;
  return state;
}

function apply(state: RunState, event: RunEvent, claims: Claims): void {
  switch (event.type) {
    case 'started':
      state.started = true;
      state.holder = event.person;
      return;
    case 'phase':
      state.phase = event.to;
      return;
    case 'done':
      return addDone(state, event.action, event.count, event.id);
    case 'counted':
      progressToFill(state, event.action).settled = event.count;
      return;
    case 'skipped':
      state.skipped.set(event.action, event.reason);
      return;
    case 'retracted':
    case 'settled':
    case 'accepted':
      return;
    case 'broken': {
      const pieces = piecesOf(state, event.item);
      const count = claims.countOf(event);
      if (event.usable) pieces.damagedButUsed += count;
      else pieces.scrapped += count;
      return;
    }
    case 'lost': {
      const pieces = piecesOf(state, event.item);
      const count = claims.countOf(event);
      pieces.lost += count;
      if (event.inside) pieces.inside += count;
      return;
    }
    case 'found': {
      const pieces = piecesOf(state, event.item);
      pieces.lost -= event.count;
      pieces.inside = Math.max(0, pieces.inside - event.count);
      return;
    }
    case 'renewed':
      piecesOf(state, event.item).renewed += event.count;
      return;
    case 'omitted': {
      const pieces = piecesOf(state, event.item);
      pieces.omitted += event.count;
      pieces.reasons.push(event.reason);
      return;
    }
    case 'ticked':
      state.ticks.set(event.line, event.on);
      return;
    case 'paused':
      state.pauses.set(event.person, event.reason ?? null);
      return notePause(state);
    case 'resumed':
      state.pauses.delete(event.person);
      return notePause(state);
    case 'handedOver':
      state.holder = event.to;
      // Whoever hands over has nothing to pause any more.
      state.pauses.delete(event.person);
      state.workers.delete(event.person);
      state.workers.add(event.to);
      notePause(state);
      state.handOverNote = event.note ?? null;
      return;
    case 'test':
      state.tests.set(testKey(event.gate, event.check), { gate: event.gate, check: event.check, result: event.result });
      return;
    case 'gatePassed':
      state.gates.set(event.gate, { passed: true, reason: null, person: event.person, event: event.id });
      return;
    case 'overridden':
      state.gates.set(event.gate, { passed: true, reason: event.reason, person: event.person, event: event.id });
      return;
    case 'asFound':
      state.asFound.push({
        event: event.id,
        item: event.item ?? null,
        difference: event.difference,
        change: event.change ?? null,
      });
      return;
    case 'extra': {
      const { procedure, holds, kind, drive, count, point } = event;
      state.extras.push({
        procedure,
        holds,
        kind,
        count,
        event: event.id,
        ...(drive ? { drive } : {}),
        ...(point ? { point } : {}),
      });
      return;
    }
    case 'stuck':
    case 'finding':
    case 'photo':
    case 'note':
      return;
    case 'finished':
      state.finished = true;
      return;
    default: {
      const unknown: never = event;
      state.unknown.push(unknown);
    }
  }
}

/** A run stands still when everybody who has worked on it takes a break. */
function notePause(state: RunState): void {
  state.paused = state.pauses.size > 0 && [...state.workers].every((person) => state.pauses.has(person));
  state.pauseReason = state.paused ? ([...state.pauses.values()].at(-1) ?? null) : null;
}

const testKey = (gate: string, check: string) => `${gate}|${check}`;

function progressToFill(state: RunState, action: string): Progress {
  const progress = state.done.get(action) ?? { full: false, count: 0, events: [] };
  state.done.set(action, progress);
  return progress;
}

function addDone(state: RunState, action: string, count: number | undefined, id: string): void {
  const progress = progressToFill(state, action);
  if (count === undefined) progress.full = true;
  else progress.count += count;
  progress.events.push(id);
}

function piecesOf(state: RunState, item: string): PieceCounts {
  const pieces = state.pieces.get(item) ?? {
    scrapped: 0,
    damagedButUsed: 0,
    lost: 0,
    inside: 0,
    renewed: 0,
    omitted: 0,
    reasons: [],
  };
  state.pieces.set(item, pieces);
  return pieces;
}

/** How many of an entry of `total` pieces an action has dealt with. Completing it twice still makes `total`. */
export function doneCount(progress: Progress | undefined, total: number): number {
  if (!progress) return 0;
  if (progress.settled !== undefined) return Math.min(progress.settled, total);
  return progress.full ? total : Math.min(progress.count, total);
}

/** True where more pieces were counted than the entry has: a person must say which count is right. */
export const isOverCounted = (progress: Progress | undefined, total: number) =>
  !!progress && progress.settled === undefined && !progress.full && progress.count > total;

/** Whether a test gate has a line that failed. */
export const hasFailedTest = (state: RunState, gate: string) =>
  [...state.tests.values()].some((test) => test.gate === gate && test.result === 'fail');

/** The last result of one line of a test sheet; undefined while it was not tried. Events of the first versions name the line by its words. */
export const testResult = (
  state: RunState,
  gate: string,
  { id, text }: { id: string; text: string },
): TestResult | undefined => (state.tests.get(testKey(gate, id)) ?? state.tests.get(testKey(gate, text)))?.result;

/** How far a step on an item has come; undefined where nothing of it was done. */
export const progressOf = (state: Pick<RunState, 'done'>, type: string, ref: Omit<StepRef, 'type'>) =>
  state.done.get(stepKey({ ...ref, type }));

/** Whether anything of a step on an item was done. */
export const isDone = (state: Pick<RunState, 'done'>, type: string, ref: Omit<StepRef, 'type'>): boolean =>
  progressOf(state, type, ref) !== undefined;

import { compareEvents, type RunEvent, type RunPhase, type TestResult } from './events';

/** How far one action has come. */
export interface Progress {
  /** Completed as a whole at least once. */
  full: boolean;
  /** Sum of the partial counts; meaningless where `full`. */
  count: number;
  /** Events that count towards it, in logical order: the last is what Back takes back. */
  events: string[];
}

/** What happened to the pieces of one fastener entry besides coming out and going back. */
export interface PieceCounts {
  scrapped: number;
  damagedButUsed: number;
  lost: number;
  renewed: number;
  omitted: number;
  reasons: string[];
}

/** Everything a run's events amount to. A pure function of the set of events. */
export interface RunState {
  started: boolean;
  finished: boolean;
  paused: boolean;
  phase: RunPhase;
  holder: string | null;
  done: Map<string, Progress>;
  skipped: Map<string, string>;
  pieces: Map<string, PieceCounts>;
  ticks: Map<string, boolean>;
  gates: Map<string, { passed: boolean; reason: string | null; event: string }>;
  tests: Map<string, { result: TestResult; note: string | null; event: string }>;
  /** Events that stand, in logical order. */
  log: RunEvent[];
  /** Events of a type this version does not know: kept and shown, never dropped. */
  unknown: RunEvent[];
  lastLamport: number;
}

const emptyState = (): RunState => ({
  started: false, finished: false, paused: false, phase: 'remove', holder: null, done: new Map(), skipped: new Map(),
  pieces: new Map(), ticks: new Map(), gates: new Map(), tests: new Map(), log: [], unknown: [], lastLamport: 0,
});

/**
 * Folds events to the state. The order they arrive in and events sent twice change nothing: they are put in logical order
 * and told apart by id first. O(n log n).
 */
export function foldRun(events: Iterable<RunEvent>): RunState {
  const unique = [...new Map([...events].map((event) => [event.id, event])).values()].sort(compareEvents);
  const takenBack = new Set(unique.flatMap((event) => (event.type === 'retracted' ? [event.event] : [])));
  const state = emptyState();
  for (const event of unique) {
    state.lastLamport = Math.max(state.lastLamport, event.lamport);
    if (takenBack.has(event.id) && event.type !== 'retracted') continue;
    state.log.push(event);
    apply(state, event);
  }
  return state;
}

function apply(state: RunState, event: RunEvent): void {
  switch (event.type) {
    case 'started': state.started = true; state.holder = event.person; return;
    case 'phase': state.phase = event.to; return;
    case 'done': return addDone(state, event.action, event.count, event.id);
    case 'skipped': state.skipped.set(event.action, event.reason); return;
    case 'retracted': return;
    case 'broken': {
      const pieces = piecesOf(state, event.item);
      if (event.usable) pieces.damagedButUsed += event.count;
      else pieces.scrapped += event.count;
      return;
    }
    case 'lost': piecesOf(state, event.item).lost += event.count; return;
    case 'found': piecesOf(state, event.item).lost -= event.count; return;
    case 'renewed': piecesOf(state, event.item).renewed += event.count; return;
    case 'omitted': {
      const pieces = piecesOf(state, event.item);
      pieces.omitted += event.count;
      pieces.reasons.push(event.reason);
      return;
    }
    case 'ticked': state.ticks.set(event.line, event.on); return;
    case 'paused': state.paused = true; return;
    case 'resumed': state.paused = false; return;
    case 'handedOver': state.holder = event.to; return;
    case 'test': state.tests.set(`${event.gate}|${event.check}`, { result: event.result, note: event.note ?? null, event: event.id }); return;
    case 'gatePassed': state.gates.set(event.gate, { passed: true, reason: null, event: event.id }); return;
    case 'overridden': state.gates.set(event.gate, { passed: true, reason: event.reason, event: event.id }); return;
    case 'asFound': case 'photo': case 'note': return;
    case 'finished': state.finished = true; return;
    default: {
      const unknown: never = event;
      state.unknown.push(unknown);
    }
  }
}

function addDone(state: RunState, action: string, count: number | undefined, id: string): void {
  const progress = state.done.get(action) ?? { full: false, count: 0, events: [] };
  if (count === undefined) progress.full = true;
  else progress.count += count;
  progress.events.push(id);
  state.done.set(action, progress);
}

function piecesOf(state: RunState, item: string): PieceCounts {
  const pieces = state.pieces.get(item) ?? { scrapped: 0, damagedButUsed: 0, lost: 0, renewed: 0, omitted: 0, reasons: [] };
  state.pieces.set(item, pieces);
  return pieces;
}

/** How many of an entry of `total` pieces an action has dealt with. Completing it twice still makes `total`. */
export function doneCount(progress: Progress | undefined, total: number): number {
  if (!progress) return 0;
  return progress.full ? total : Math.min(progress.count, total);
}

/** True where more pieces were counted than the entry has: a person must say which count is right. */
export const isOverCounted = (progress: Progress | undefined, total: number) =>
  !!progress && !progress.full && progress.count > total;

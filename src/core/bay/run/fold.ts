import { readRound } from '../../planning';
import { mergeLog } from '../log';
import type { RunEvent } from './events';
import { Claims } from './claims';
import { beginRound } from './rounds';
import { emptyState, testKey, type PieceCounts, type Progress, type RunState, type TakenBack } from './state';

/** Says in trade words what an event was recorded against; null where it stands. */
export type Judge = (state: RunState, event: RunEvent) => string | null;

/**
 * Folds events to the state. The order they arrive in and events sent twice change nothing: they are put in logical order
 * and told apart by id first. What the judge holds against an event keeps it from counting until a lead accepted it. O(n log n) beside the judge.
 */
export function foldRun(events: Iterable<RunEvent>, judge?: Judge): RunState {
  const all = [...events];
  const { standing, later, lastLamport } = mergeLog(all);
  const state = emptyState();
  state.later = later;
  const claims = new Claims(standing);
  state.lastLamport = lastLamport;
  const accepted = new Set(standing.flatMap((event) => (event.type === 'accepted' ? [event.event] : [])));
  for (const event of standing) {
    const { own, round } = ownStep(event);
    const isOld = round !== null && round !== state.round;
    const reason = isOld ? 'in an earlier round' : judge && !accepted.has(event.id) ? judge(state, own) : null;
    if (reason) {
      state.against.push({ event: own, reason });
      continue;
    }
    state.log.push(own);
    if (event.type === 'started' || event.type === 'done') {
      state.workers.add(event.person);
      notePause(state);
    }
    apply(state, own, claims);
  }
  state.questions = claims.open;
  state.takenBack = takenBackOf(all, standing);
  return state;
}

/** What was taken back, with who did, in the order that happened. */
function takenBackOf(all: RunEvent[], standing: RunEvent[]): TakenBack[] {
  const retractions = standing.filter((event) => event.type === 'retracted');
  if (retractions.length === 0) return [];
  const byId = new Map(all.map((event) => [event.id, event]));
  const stands = new Set(standing.map(({ id }) => id));
  return retractions.flatMap(({ event: id, person, device, at }) => {
    const event = byId.get(id);
    return event && !stands.has(id) ? [{ event: ownStep(event).own, person, device, at }] : [];
  });
}

/** An event with its step's own name, and the round that name told; null where it is about no step. */
function ownStep(event: RunEvent): { own: RunEvent; round: number | null } {
  if ('action' in event) {
    const { key, round } = readRound(event.action);
    return { own: round === 1 ? event : { ...event, action: key }, round };
  }
  if ('gate' in event) {
    const { key, round } = readRound(event.gate);
    return { own: round === 1 ? event : { ...event, gate: key }, round };
  }
  return { own: event, round: null };
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
      if (event.inside) {
        pieces.inside += count;
        // Another one is looked for at once, whatever was said of the first.
        state.lookLater.delete(event.item);
      }
      return;
    }
    case 'found': {
      const pieces = piecesOf(state, event.item);
      pieces.lost -= event.count;
      pieces.inside = Math.max(0, pieces.inside - event.count);
      if (pieces.inside === 0) state.lookLater.delete(event.item);
      return;
    }
    case 'lookLater':
      state.lookLater.set(event.item, event.count);
      return;
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
      if (event.reason && !event.on) state.leftOut.set(event.line, event.reason);
      else state.leftOut.delete(event.line);
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
      if (event.result === 'fail') state.failures.push({ check: event.check, person: event.person, at: event.at });
      state.tests.set(testKey(event.gate, event.check), { gate: event.gate, check: event.check, result: event.result });
      state.testLog.push({
        gate: event.gate,
        check: event.check,
        result: event.result,
        note: event.note ?? null,
        person: event.person,
        at: event.at,
        round: state.round,
      });
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
    case 'reopened':
      return beginRound(state, event);
    case 'mended': {
      const last = state.rounds.at(-1);
      if (last) last.mended = event.words;
      return;
    }
    case 'leftOver':
      state.leftOvers.push({
        event: event.id,
        words: event.words,
        count: event.count,
        kind: event.kind,
        drive: event.drive ?? null,
        settled: null,
      });
      return;
    case 'leftOverSettled': {
      const piece = state.leftOvers.find((one) => one.event === event.event);
      if (piece) piece.settled = { item: event.item ?? null, reason: event.reason ?? null };
      return;
    }
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

import { followRefit } from '../planning';
import { wordRefit } from '../telling';
import { isFine, lineKey } from './gate-truth';
import type { Ground } from './ground';
import { type Move, outcomeOf } from './move';
import { rightLooks, sortingOf } from './sorting';
import { backWaitsFor, noted, type Rehearsal, type WayBackNow } from './state';

/** The way back of what was really taken apart. */
export function wayBackNow(ground: Ground, { done }: Rehearsal): WayBackNow {
  const { steps, actions, waitsFor } = followRefit(ground.graph, [...done], ground.plannedBack);
  return { steps, actions: new Map(wordRefit(ground.graph, actions).map((action) => [action.key, action])), waitsFor };
}

/** Everything wanted is out: sorting comes next, or putting back at once where nothing could be mixed up. */
export function beginBack(ground: Ground, state: Rehearsal): Rehearsal {
  const { heaps, wires } = sortingOf(ground, state);
  const phase = heaps.length || wires.length ? 'sort' : 'back';
  return ended({ ...state, phase, back: wayBackNow(ground, state) });
}

/** Each entry's screws and each plug's plus, as they were sorted: what is wrong is told, and put right. */
export function sort(ground: Ground, state: Rehearsal, { pieces, wires }: Extract<Move, { do: 'sort' }>): Rehearsal {
  const sorting = sortingOf(ground, state);
  const screws = sorting.holes.filter((key) => pieces[key] !== rightLooks(ground, key));
  const crossed = sorting.wires.filter(({ id, plus }) => wires[id] !== plus).map(({ part }) => part);
  let now = state;
  for (const key of screws) now = noted(now, outcomeOf('mixed-up', key, [key], 'screw'));
  for (const key of crossed) now = noted(now, outcomeOf('mixed-up', key, [key], 'wire'));
  const wrong = [...screws, ...crossed];
  const last = outcomeOf(wrong.length ? 'mixed-up' : 'done', null, wrong, screws.length ? 'screw' : 'wire');
  return ended({ ...now, last, phase: 'back' });
}

/** One step of the way back. What it waits for stops it. */
export function putBack(state: Rehearsal, step: string): Rehearsal {
  const { back, backDone } = state;
  const found = back?.steps.find(({ key }) => key === step);
  if (!back || !found || found.kind === 'gate' || found.actions.every((key) => backDone.has(key)))
    return noted(state, outcomeOf('nothing', null));
  const open = backWaitsFor(state, found.actions);
  if (open.length) {
    const gate = open.find((key) => back.actions.get(key)?.gate);
    return noted(state, outcomeOf(gate ? 'gate' : 'too-early', step, [...new Set(gate ? [gate, ...open] : open)]));
  }
  return ended(noted({ ...state, backDone: new Set([...backDone, ...found.actions]) }, outcomeOf('done', step)));
}

/** What is seen where somebody looks. */
export function look(ground: Ground, state: Rehearsal, gateKey: string, check: string): Rehearsal {
  const gate = state.back?.actions.get(gateKey);
  const line = gate?.checks.find(({ id }) => id === check);
  if (!gate || !line) return noted(state, outcomeOf('nothing', null));
  return noted(
    { ...state, looked: new Set([...state.looked, lineKey(gateKey, check)]) },
    outcomeOf('told', gateKey, [], isFine(ground, state, gate, line) ? 'fine' : 'amiss'),
  );
}

/** A gate's lines answered. What was passed over is found later, and costs; it is put right here, so that one can go on. */
export function answer(
  ground: Ground,
  state: Rehearsal,
  { gate: key, fine }: Extract<Move, { do: 'answer' }>,
): Rehearsal {
  const { back, backDone } = state;
  const gate = back?.actions.get(key);
  if (!back || !gate?.gate || backDone.has(key)) return noted(state, outcomeOf('nothing', null));
  const open = backWaitsFor(state, [key]);
  if (open.length) return noted(state, outcomeOf('too-early', key, open));
  const wrong = gate.checks.filter((check) => (fine[check.id] ?? false) !== isFine(ground, state, gate, check));
  let now = state;
  for (const check of wrong)
    now = noted(now, outcomeOf('overlooked', key, [check.id], fine[check.id] ? 'passed' : 'stopped'));
  const passed = wrong.filter(({ id }) => fine[id]);
  const named = (passed.length ? passed : wrong).map(({ id }) => id);
  const last = outcomeOf(wrong.length ? 'overlooked' : 'done', key, named, passed.length ? 'passed' : 'stopped');
  return ended({ ...now, last, backDone: new Set([...backDone, key]) });
}

/** Over once everything is back. */
const ended = (state: Rehearsal): Rehearsal =>
  state.phase === 'back' && state.back!.steps.every(({ actions }) => actions.every((key) => state.backDone.has(key)))
    ? { ...state, phase: 'over', ending: 'finished' }
    : state;

import { findAction, handStepOf, readStepKey } from '../../planning';
import { countOf, itemKey } from '../../document';
import { lowerFirst } from '../../trade';
import { goesBackOldWay, goesByOldSrsRules, type RunPlan, handStepWords } from '../../telling';
import type { basesOf, RunBasis } from './basis';
import type { RunEvent } from './events';
import { type Judge } from './fold';
import { type RunState } from './state';
import { doneCount } from './progress';
import { shutsOverPiece } from './fallen';
import { openNewParts } from './new-parts';
import { isGatePassed, plannedRefit, type KnownRefit } from './way-back';

/** What must have been done, never merely skipped, before an airbag connector is touched. */
const SAFE: ReadonlySet<string> = new Set(['batteryOff', 'wait']);

/**
 * Judges events of one run in logical order: nothing of the way back counts before what it waits for, no test before the power it needs, no airbag connector before battery
 * and wait. Depends on the plan and the state alone, so tablet and server come to the same.
 */
export function judgeFor(basisAt: ReturnType<typeof basesOf>): Judge {
  return (state, event) => {
    const key = keyOf(event);
    if (event.type === 'phase' && event.to === 'refit') return listOpen(basisAt(state), state);
    if (key === null) return null;
    const basis = basisAt(state);
    const action = basis.plan.backWork.includes(key) ? undefined : findAction(basis.graph, key);
    if (event.type === 'skipped') return neverSkipped(basis, state, key);
    if (action) return tooEarlyApart(basis, state, key) ?? tooShort(basis, event);
    const refit = plannedRefit(basis.graph, basis.plan, state);
    const open = (refit.waitsFor.get(key) ?? []).find((need) => !isSettled(basis, state, refit, need));
    if (open !== undefined) return `before “${lowerFirst(titleOf(basis, refit, open))}”`;
    const step = refit.actions.get(key);
    return step && event.type === 'done' && shutsOverPiece(basis.graph, state, step)
      ? 'before the piece that fell inside was found'
      : null;
  };
}

/** Nothing is closed over a new part that was forgotten: each is ticked or left out with a reason. */
function listOpen({ plan }: RunBasis, state: RunState): string | null {
  const [first] = openNewParts(plan, state);
  return first === undefined ? null : `before “${first}” was ticked or left out with a reason`;
}

/** The step an event is about, where there is anything to judge. */
function keyOf(event: RunEvent): string | null {
  if (event.type === 'done' || event.type === 'skipped') return event.action;
  return event.type === 'gatePassed' || event.type === 'test' ? event.gate : null;
}

const hasSrs = ({ graph }: RunBasis) =>
  [...graph.documents.values()].some(({ links }) => links.some(({ safety }) => safety === 'srs'));

/** What protects a person is done, never skipped: battery and wait before an airbag plug, and that plug before power comes back. */
function neverSkipped(basis: RunBasis, state: RunState, key: string): string | null {
  if (SAFE.has(key) && hasSrs(basis)) return notSkipped(apartTitle(basis, key));
  const ref = goesBackOldWay(basis.plan) ? null : readStepKey(key);
  const link = ref?.type === 'join' ? basis.graph.indexes.get(ref.procedure ?? '')?.links.get(ref.item) : undefined;
  if (link?.safety !== 'srs') return null;
  return notSkipped(titleOf(basis, plannedRefit(basis.graph, basis.plan, state), key));
}

const notSkipped = (title: string) => `an airbag system: “${lowerFirst(title)}” cannot be skipped`;

/** Apart, only what protects a person is a gate: parts come off in the order they really came off in. */
function tooEarlyApart(basis: RunBasis, state: RunState, key: string): string | null {
  const { graph } = basis;
  const id = graph.idOf.get(key);
  const needs = id === undefined ? [] : graph.nodes[id].needs;
  const open = needs.map((id) => graph.nodes[id].key).find((need) => SAFE.has(need) && !state.done.has(need));
  return open ? `before “${lowerFirst(apartTitle(basis, open))}”` : null;
}

/** Below a minute a wait is a slip of the finger, whatever the maker's manual says: this is no figure of how long to wait. */
const LEAST_WAIT_SECONDS = 60;

/** A wait that no tablet saw last long enough. Runs that older versions planned recorded no time. */
function tooShort({ plan }: RunBasis, event: RunEvent): string | null {
  if (event.type !== 'done' || event.action !== 'wait' || goesByOldSrsRules(plan)) return null;
  return (event.elapsed ?? 0) < waitNeeded(plan) ? 'before the wait after battery off was over' : null;
}

/** How long a tablet must have seen the wait last before it can be called over, seconds. */
export const waitNeeded = ({ srsWaitSeconds }: Pick<RunPlan, 'srsWaitSeconds'>): number =>
  Math.max(LEAST_WAIT_SECONDS, srsWaitSeconds ?? 0);

/** Whether a step of the way back is over: as many pieces as came out, or its gate passed. */
function isSettled({ graph }: RunBasis, state: RunState, refit: KnownRefit, key: string): boolean {
  if (refit.due.has(key)) return false;
  const step = refit.actions.get(key);
  if (!step || state.skipped.has(key)) return true;
  if (step.gate) return isGatePassed(step, state);
  if (!['start', 'tighten', 'fit'].includes(step.type)) return state.done.has(key);
  const fastener = graph.indexes.get(step.procedure!)?.fasteners.get(step.item);
  const out = doneCount(state.done.get(`release:${itemKey(step)}`), fastener ? countOf(fastener) : 1);
  return doneCount(state.done.get(key), out) >= out;
}

/** What a hand calls the step that an action of the way back belongs to. */
function titleOf({ graph, plan }: RunBasis, refit: KnownRefit, key: string): string {
  const step = refit.steps.find(({ actions }) => actions.includes(key))!;
  return handStepWords({ graph, waysTaken: plan.waysTaken, refit: refit.actions }, step).title;
}

const apartTitle = ({ graph, plan }: RunBasis, key: string): string =>
  handStepWords({ graph, waysTaken: plan.waysTaken }, handStepOf(graph, findAction(graph, key)!)).title;

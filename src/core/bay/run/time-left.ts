import { durationOf, type Duration } from '../../shop';
import type { RunPlan } from '../../telling';
import { type RunState } from './state';
import { isOver, type RunAction, type RunStep, type RunView } from './view';
import { readStepKey } from '../../planning';

/** Share of a plan's time that is not in its actions, for runs that older versions planned: tool changes and moves (common practice, no source). */
const BETWEEN_ACTIONS = 0.25;

/**
 * How long a run takes still: of what its plan said, the share that its steps to come have of all its steps; nothing for one that is finished. Before anybody touches it, that is the very time of the
 * plan. Until the way back is begun, as much of it is to come as was and will be taken apart: planning it anew on every tap would cost more than it tells.
 */
export function timeLeft(plan: RunPlan, state: RunState, view: RunView): Duration {
  if (state.finished) return { likelySeconds: 0, safeSeconds: 0 };
  if (!plan.time || !plan.ownMs) return timeLeftUnsaid(plan, state, view);
  const { apart, fit, back } = plan.ownMs;
  const share = (apart + fit + back > 0 && ownLeft(plan.ownMs, state, view) / (apart + fit + back)) || 0;
  return { likelySeconds: plan.time.likelySeconds * share, safeSeconds: plan.time.safeSeconds * share };
}

/** What the steps to come take by themselves, milliseconds. */
function ownLeft({ apart, back }: NonNullable<RunPlan['ownMs']>, { phase }: RunState, view: RunView): number {
  const open = (steps: RunStep[]) => steps.flatMap(({ actions }) => actions).reduce((sum, one) => sum + openMs(one), 0);
  if (phase === 'refit') return open(view.refit);
  const removal = view.removal.flatMap(({ actions }) => actions);
  const counts = removal.filter(({ state }) => state !== 'skipped' && (phase === 'remove' || state === 'done'));
  const comesBack = apart > 0 ? (back * counts.reduce((sum, { step }) => sum + step.ms, 0)) / apart : back;
  return (phase === 'remove' ? open(view.removal) : 0) + open(view.fit) + comesBack;
}

/** The same for runs that older versions planned, which say no time: fitting is not in it. */
function timeLeftUnsaid(plan: RunPlan, state: RunState, view: RunView): Duration {
  const seconds = (
    state.phase === 'refit'
      ? view.refit.flatMap(({ actions }) => actions).map(openSeconds)
      : [
          ...(state.phase === 'remove' ? view.removal.flatMap(({ actions }) => actions).map(openSeconds) : []),
          ...backSeconds(state, view),
        ]
  ).filter((one) => one > 0);
  return durationOf(seconds, seconds.reduce((sum, one) => sum + one, 0) * BETWEEN_ACTIONS, plan.pace);
}

/** What is left of an action, milliseconds; waiting is no work. */
const openMs = (one: RunAction): number =>
  isOver(one) || readStepKey(one.step.key)?.type === 'dry'
    ? 0
    : one.step.ms * (one.total > 1 ? (one.total - one.done) / one.total : 1);
const openSeconds = (one: RunAction): number => openMs(one) / 1000;

/** The way back of everything that is out, and while more is to come off, of that too. */
const backSeconds = (state: RunState, { removal }: RunView): number[] =>
  removal
    .flatMap(({ actions }) => actions)
    .filter((step) => step.state !== 'skipped' && (state.phase === 'remove' || step.state === 'done'))
    .map(({ step }) => step.ms / 1000);

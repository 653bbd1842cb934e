import { durationOf, type Duration } from '../../shop';
import type { RunPlan } from '../../telling';
import { type RunState } from './state';
import { isOver, type RunAction, type RunView } from './view';

/** Share of a plan's time that is not in its actions: tool changes and moves (common practice, no source). */
const BETWEEN_ACTIONS = 0.25;

/**
 * How long a run takes still, taking apart and putting back, at the shop's pace; nothing for one that is finished. Until the way back is begun it is taken to be as long as what came
 * off and will come off: planning it anew on every tap would cost more than it tells.
 */
export function timeLeft(plan: RunPlan, state: RunState, view: RunView): Duration {
  if (state.finished) return { likelySeconds: 0, safeSeconds: 0 };
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

/** What is left of a step, seconds. */
const openSeconds = (one: RunAction): number =>
  isOver(one) ? 0 : (one.step.ms / 1000) * (one.total > 1 ? (one.total - one.done) / one.total : 1);

/** The way back of everything that is out, and while more is to come off, of that too. */
const backSeconds = (state: RunState, { removal }: RunView): number[] =>
  removal
    .flatMap(({ actions }) => actions)
    .filter((step) => step.state !== 'skipped' && (state.phase === 'remove' || step.state === 'done'))
    .map(({ step }) => step.ms / 1000);

import { durationOf, type Duration, type Pace } from '../../shop';
import { type Action, type HandStep, type OrderedSteps, readStepKey } from '../../planning';
import type { RefitStep } from '../wording';

/** What is no matter of the order: gates, power and waits for something to dry stand where they are needed. */
const isPriced = ({ kind, actions: [first] }: HandStep): boolean =>
  kind !== 'gate' && kind !== 'power' && readStepKey(first)?.type !== 'dry';

/** Changing tools and moving, seconds: what an order costs besides its steps' own times. */
export const betweenSeconds = ({ steps, cost }: OrderedSteps) =>
  cost.seconds - steps.filter(isPriced).reduce((sum, { ms }) => sum + ms / 1000, 0);

/** Share added for what no step names: looking, walking, the phone (common practice, no source). */
const ALLOWANCE = 0.15;

/** How long taking apart and putting back take together. Waiting is in the steps where the shop knows its time. */
export function timeOf(removal: Action[], refit: RefitStep[], between: number, pace: Pace): Duration {
  const seconds = [...removal, ...refit]
    .map((step) => (step.type === 'dry' ? 0 : step.ms / 1000))
    .filter((value) => value > 0);
  const own = seconds.reduce((sum, one) => sum + one, 0);
  return durationOf(seconds, between + ALLOWANCE * (own + between), pace);
}

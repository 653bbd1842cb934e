import type { RehearsalView } from '../../contracts/views';
import { makePlan } from '../../core/telling';
import { SAMPLE_DOOR } from '../../core/rehearse';

/** What is wanted out of the made-up door. */
const GOALS = ['speaker'];
/** Anything does: nothing is kept. */
const SEED = 7;

/** A rehearsal on the door that ships with the product: nothing of the shop is read, and nothing is kept. */
export function tryDoor(): RehearsalView {
  const result = makePlan({ documents: [SAMPLE_DOOR], goals: GOALS, options: {} });
  if (!result.ok) throw new Error('The made-up door cannot be planned.');
  const { removal, refit, cost } = result.plan;
  return {
    id: null,
    title: SAMPLE_DOOR.title,
    of: 'to try',
    setup: {
      documents: [SAMPLE_DOOR],
      options: {},
      goals: GOALS,
      level: 'hints',
      seed: SEED,
      bothWays: true,
      planned: removal.map(({ key }) => key),
      plannedBack: refit.map(({ key }) => key),
      best: { seconds: cost.seconds, toolChanges: cost.toolChanges },
      faults: [],
    },
    ownKinds: [],
    played: null,
    leaveTo: '/sign-in',
  };
}

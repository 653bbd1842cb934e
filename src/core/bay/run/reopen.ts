import { nodeIdOf, type ActionGraph, followRemoval, type FollowedRemoval, leastTeardown } from '../../planning';
import { readItemKey } from '../../document';
import type { RunPlan } from '../../telling';
import { type RunState, type Round } from './state';
import { beginRound } from './rounds';

/** The last round worked out for each graph. */
const lastRound = new WeakMap<ActionGraph, { of: string; steps: FollowedRemoval }>();

const NOTHING: FollowedRemoval = { steps: [], waitsFor: {} };

/** What comes off again in the round a run is in: the least teardown to get at what the round is for, from where things stood when it began. */
export function roundSteps(graph: ActionGraph, plan: RunPlan, { rounds }: Pick<RunState, 'rounds'>): FollowedRemoval {
  const round = rounds.at(-1);
  if (!round) return NOTHING;
  const of = JSON.stringify([round.round, round.items, [...round.stillOut]]);
  const last = lastRound.get(graph);
  if (last?.of === of) return last.steps;
  const steps = stepsTo(graph, plan, round);
  lastRound.set(graph, { of, steps });
  return steps;
}

function stepsTo(graph: ActionGraph, plan: RunPlan, { items, stillOut }: Round): FollowedRemoval {
  const goals = items.flatMap((key) => {
    const ref = readItemKey(key);
    return ref ? (nodeIdOf(graph, { ...ref, type: 'reach' }) ?? []) : [];
  });
  if (goals.length === 0) return NOTHING;
  const least = leastTeardown(graph, goals, new Set());
  if ('stuck' in least) return NOTHING;
  return followRemoval(graph, least.chosen, least.taken, (id) => !stillOut.has(graph.nodes[id].key), plan.removal);
}

/** What would come off again to get at some items, from where things stand now. The state is not touched. */
export function reopeningOf(graph: ActionGraph, plan: RunPlan, state: RunState, items: string[]): FollowedRemoval {
  const then: RunState = {
    ...state,
    done: new Map(state.done),
    gates: new Map(state.gates),
    tests: new Map(state.tests),
    past: [...state.past],
    rounds: [...state.rounds],
  };
  beginRound(then, { round: state.round + 1, items, why: '', person: '', at: '' });
  return stepsTo(graph, plan, then.rounds.at(-1)!);
}

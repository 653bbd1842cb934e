import { precedenceOf, type ActionGraph } from '../graph';
import { followWish } from '../order';
import { ranksOf } from './make-steps';
import { removalSteps } from './removal-steps';
import type { HandStep } from './step';

/** Steps of taking apart in the order in which their actions were planned, without a search. */
export interface FollowedRemoval {
  steps: HandStep[];
  /** For each action, by key, those it directly waits for. */
  waitsFor: Record<string, string[]>;
}

/**
 * The steps that some removal actions make, in planned order.
 * @param chosen nodes with all they need; `isLeft` says which of their actions are still to be done.
 * @param planned keys of removal actions in planned order; others come after what they wait for.
 */
export function followRemoval(
  graph: ActionGraph,
  chosen: ReadonlySet<number>,
  taken: ReadonlyMap<number, number>,
  isLeft: (id: number) => boolean,
  planned: readonly string[],
): FollowedRemoval {
  const all = precedenceOf(graph, chosen, taken);
  const left = [...all.actions.keys()].filter((at) => isLeft(all.actions[at]));
  const placeOf = new Map(left.map((at, place) => [at, place]));
  const actions = left.map((at) => graph.nodes[all.actions[at]].action!);
  const before = left.map((at) => all.before[at].flatMap((need) => placeOf.get(need) ?? []));
  const rank = new Map(planned.map((key, at) => [key, at]));
  const wish = [...actions.keys()].sort(
    (a, b) => (rank.get(actions[a].key) ?? planned.length) - (rank.get(actions[b].key) ?? planned.length) || a - b,
  );
  const order = removalSteps(graph, actions, before, ranksOf(actions.length, wish));
  return {
    steps: followWish(order.before, [...order.steps.keys()]).map((at) => order.steps[at]),
    waitsFor: Object.fromEntries(actions.map(({ key }, at) => [key, before[at].map((need) => actions[need].key)])),
  };
}

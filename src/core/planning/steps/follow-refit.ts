import type { ActionGraph } from '../graph';
import type { BackOptions } from '../refit';
import { followWish } from '../order';
import { backInOrder, backStepsOf, type BackInOrder } from './way-back';

/**
 * The way back of what was really done (graph node ids in the order they were done), in the order that was planned for it: nothing is searched for, so that a
 * tablet has it at once. What nobody planned goes back as soon as it can, last out first in: others may wait for it.
 * @param planned keys of the way back's actions, in planned order.
 */
export function followRefit(
  graph: ActionGraph,
  doneInOrder: readonly number[],
  planned: readonly string[],
  options?: BackOptions,
): BackInOrder {
  const back = backStepsOf(graph, doneInOrder, options);
  const { steps, before } = back.order;
  const rank = new Map(planned.map((key, at) => [key, at]));
  const rankOf = steps.map(({ actions }) => Math.min(...actions.map((key) => rank.get(key) ?? -1)));
  const wish = [...steps.keys()].sort((a, b) => rankOf[a] - rankOf[b] || a - b);
  return backInOrder(
    graph,
    back,
    followWish(before, wish).map((at) => steps[at]),
  );
}

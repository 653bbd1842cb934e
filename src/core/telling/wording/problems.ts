import { itemWords } from '../../document';
import type { ActionGraph, GoalProblem } from '../../planning';

/** Says what is wrong with a goal. */
export function goalProblemWords({ code, goal, item, homes }: GoalProblem): string {
  switch (code) {
    case 'goal-malformed':
      return `“${goal}” is not a goal. Write an item (card), a state (card:free), “expose s1” or “keep sail”.`;
    case 'goal-unknown':
      return `Nothing here is called “${item}”.`;
    case 'goal-ambiguous':
      return `“${item}” is in ${homes.join(' and ')}: write ${homes[0]}/${item}.`;
    case 'goal-excluded':
      return `“${item}” is not on this vehicle with the options given.`;
    case 'goal-state':
      return `“${goal}”: “${item}” has no such state.`;
  }
}

/** Names nodes that wait for one another, as their path. */
export function loopWords(graph: ActionGraph, ids: number[]): string {
  const names = ids.flatMap((id) => {
    const { procedure, item } = graph.nodes[id].ref;
    return procedure === null ? [] : [`${itemWords(graph.indexes.get(procedure)!, item)} (${item})`];
  });
  const path = names.filter((name, at) => name !== names[at - 1]);
  return `These wait for one another, so none can be first: ${path.join(' → ')}.`;
}

import { itemWords, type OptionValues } from '../procedure';
import { buildGraph, type ActionGraph, NEVER, type ShouldStop } from '../graph';
import { keepConflicts, leastTeardown, type LeastTeardown, resolveGoals } from '../teardown';
import type { PlanProblem, PlanRequest } from './plan-types';

/** A least teardown with the graph and the goals it was found for. */
export interface Chosen {
  ok: true;
  graph: ActionGraph;
  least: LeastTeardown;
  goals: Map<number, string>;
  banned: Map<number, string>;
}

/** The least teardown under some option values, or why there is none. @throws OutOfTime where `shouldStop` says so */
export function chooseTeardown(
  request: PlanRequest,
  options: OptionValues,
  shouldStop: ShouldStop = NEVER,
): Chosen | { ok: false; problems: PlanProblem[] } {
  const graph = buildGraph(request.documents, {
    options,
    catalogue: request.catalogue,
    srsWaitSeconds: request.policy?.srsWaitSeconds,
  });
  const resolved = resolveGoals(graph, request.goals);
  const goals = new Map(resolved.nodes);
  if (request.policy?.batteryAlways && goals.size) goals.set(graph.idOf.get('batteryOff')!, 'battery');
  if (resolved.problems.length) {
    return {
      ok: false,
      problems: resolved.problems.map(({ code, goal, message }) => ({ code, message, items: [goal] })),
    };
  }
  if (resolved.nodes.size === 0)
    return { ok: false, problems: [{ code: 'no-goal', message: 'Say what you want out or reached.', items: [] }] };
  const least = leastTeardown(graph, [...goals.keys()], new Set(resolved.banned.keys()), shouldStop);
  if ('stuck' in least) return { ok: false, problems: noWay(graph, goals, least.stuck, resolved.banned, shouldStop) };
  return { ok: true, graph, least, goals, banned: resolved.banned };
}

function noWay(
  graph: ActionGraph,
  goals: Map<number, string>,
  stuck: number[],
  banned: Map<number, string>,
  shouldStop: ShouldStop,
): PlanProblem[] {
  const conflicts = banned.size ? keepConflicts(graph, goals, banned, shouldStop) : [];
  if (conflicts.length === 0) return [loopProblem(graph, stuck)];
  return conflicts.map(({ goal, item, chain }) => ({
    code: 'keep-conflict',
    items: [goal],
    message: `The ${item} cannot stay: ${chain.join('; ')}.`,
  }));
}

/** Names items that wait for one another, as their path. */
export function loopProblem(graph: ActionGraph, ids: number[]): PlanProblem {
  const names = ids
    .map((id) => graph.nodes[id].action)
    .filter((action) => action?.procedure)
    .map((action) => ({ item: action!.item, words: itemWords(graph.indexes.get(action!.procedure!)!, action!.item) }));
  return {
    code: 'loop',
    items: [...new Set(names.map((name) => name.item))],
    message: `These wait for one another, so none can be first: ${names.map((name) => `${name.words} (${name.item})`).join(' → ')}.`,
  };
}

import { stateFor, type ProcedureDocument } from '../procedure';
import { parseGoal, type Goal } from './goals';
import { reachKey, stateKey, type ActionGraph } from '../graph';

/** A goal that cannot be planned, in trade words. */
export interface GoalProblem {
  code: 'goal-malformed' | 'goal-unknown' | 'goal-ambiguous' | 'goal-excluded' | 'goal-state';
  goal: string;
  message: string;
}

/** Goals as graph nodes, and the nodes that `keep` forbids. */
export interface ResolvedGoals {
  nodes: Map<number, string>;
  banned: Map<number, string>;
  problems: GoalProblem[];
}

/** Finds the node of every goal. Each goal that has none is reported with what is wrong; none is guessed. */
export function resolveGoals(graph: ActionGraph, texts: string[]): ResolvedGoals {
  const resolved: ResolvedGoals = { nodes: new Map(), banned: new Map(), problems: [] };
  for (const text of texts) {
    const goal = parseGoal(text);
    const problem = goal ? resolveOne(graph, goal, resolved) : malformed(text);
    if (problem) resolved.problems.push(problem);
  }
  return resolved;
}

const malformed = (text: string): GoalProblem => ({
  code: 'goal-malformed',
  goal: text,
  message: `“${text}” is not a goal. Write an item (card), a state (card:free), “expose s1” or “keep sail”.`,
});

function resolveOne(graph: ActionGraph, goal: Goal, into: ResolvedGoals): GoalProblem | null {
  const homes = [...graph.documents.values()].filter(
    (document) =>
      (goal.procedure === null || goal.procedure === document.id) &&
      graph.indexes.get(document.id)!.typeOf.has(goal.item),
  );
  const problem = (code: GoalProblem['code'], message: string) => ({ code, goal: goal.text, message });
  if (homes.length === 0) return problem('goal-unknown', `Nothing here is called “${goal.item}”.`);
  if (homes.length > 1) {
    return problem(
      'goal-ambiguous',
      `“${goal.item}” is in ${homes.map((d) => d.id).join(' and ')}: write ${homes[0].id}/${goal.item}.`,
    );
  }
  const [home] = homes;
  if (graph.presence.get(home.id)!.of.get(goal.item) === 'absent') {
    return problem('goal-excluded', `“${goal.item}” is not on this vehicle with the options given.`);
  }
  return goal.verb === 'keep' ? keep(graph, home, goal, into) : want(graph, home, goal, into, problem);
}

function want(
  graph: ActionGraph,
  home: ProcedureDocument,
  goal: Goal,
  into: ResolvedGoals,
  problem: (code: GoalProblem['code'], message: string) => GoalProblem,
): GoalProblem | null {
  const type = graph.indexes.get(home.id)!.typeOf.get(goal.item)!;
  const state = stateFor(type, goal.state);
  if (!state) return problem('goal-state', `“${goal.text}”: a ${type} cannot be ${goal.state}.`);
  const key = goal.verb === 'expose' ? reachKey(home.id, goal.item) : stateKey(home.id, goal.item, state);
  into.nodes.set(graph.idOf.get(key)!, goal.text);
  return null;
}

function keep(graph: ActionGraph, home: ProcedureDocument, goal: Goal, into: ResolvedGoals): null {
  const states = { part: ['free', 'off'], fastener: ['released'], link: ['undone'] } as const;
  for (const state of states[graph.indexes.get(home.id)!.typeOf.get(goal.item)!]) {
    into.banned.set(graph.idOf.get(stateKey(home.id, goal.item, state))!, goal.text);
  }
  return null;
}

import { stateFor } from '../../document';
import { nodeIdOf, stateRef, type ActionGraph, type NodeRef } from '../graph';
import { parseGoal, type Goal } from './goals';

/** A goal that cannot be planned. `homes` are the procedures that have an item of that name. */
export interface GoalProblem {
  code: 'goal-malformed' | 'goal-unknown' | 'goal-ambiguous' | 'goal-excluded' | 'goal-state';
  goal: string;
  item: string;
  homes: string[];
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

const malformed = (goal: string): GoalProblem => ({ code: 'goal-malformed', goal, item: '', homes: [] });

function resolveOne(graph: ActionGraph, goal: Goal, into: ResolvedGoals): GoalProblem | null {
  const { item } = goal;
  if (goal.verb === 'fit') return resolveKit(graph, goal, into);
  const homes = [...graph.documents.keys()].filter(
    (id) => (goal.procedure === null || goal.procedure === id) && graph.indexes.get(id)!.typeOf.has(item),
  );
  const problem = (code: GoalProblem['code']): GoalProblem => ({ code, goal: goal.text, item, homes });
  if (homes.length === 0) return problem('goal-unknown');
  if (homes.length > 1) return problem('goal-ambiguous');
  const [procedure] = homes;
  if (graph.presence.get(procedure)!.of.get(item) === 'absent') return problem('goal-excluded');
  const type = graph.indexes.get(procedure)!.typeOf.get(item)!;
  if (goal.verb === 'keep') {
    const { regions } = graph.indexes.get(procedure)!.parts.get(item) ?? {};
    const refs: NodeRef[] = [
      ...STATES[type].map((state) => stateRef(procedure, item, state)),
      ...Object.keys(regions ?? {}).map((region): NodeRef => ({ type: 'peel', procedure, item, region })),
    ];
    for (const ref of refs) into.banned.set(nodeIdOf(graph, ref)!, goal.text);
    return null;
  }
  const state = stateFor(type, goal.state);
  if (!state) return problem('goal-state');
  const ref: NodeRef =
    goal.verb === 'expose' ? { type: 'reach', procedure, item } : stateRef(procedure, item, state, goal.region);
  const node = nodeIdOf(graph, ref);
  if (node === undefined) return problem('goal-state');
  into.nodes.set(node, goal.text);
  return null;
}

/** All work of a kit, or of a set of kits, in every procedure at hand that has some. */
function resolveKit(graph: ActionGraph, goal: Goal, into: ResolvedGoals): GoalProblem | null {
  const works = [...graph.indexes]
    .filter(([id]) => goal.procedure === null || goal.procedure === id)
    .flatMap(([procedure, index]) =>
      [...index.works.values()]
        .filter((work) => [work.for, work.set].includes(goal.item))
        .map(({ id }) => ({ procedure, item: id })),
    );
  const nodes = works.flatMap((work) => nodeIdOf(graph, { type: 'work', ...work }) ?? []);
  for (const node of nodes) into.nodes.set(node, goal.text);
  const homes = [...new Set(works.map(({ procedure }) => procedure))];
  return nodes.length
    ? null
    : { code: works.length ? 'goal-excluded' : 'goal-unknown', goal: goal.text, item: goal.item, homes };
}

/** The states of an item that keeping it forbids. */
const STATES = { part: ['free', 'off'], fastener: ['released'], link: ['undone'], work: ['done'] } as const;

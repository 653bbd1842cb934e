import { DEFAULT_SCHOOLS, schoolsFor, type OptionValues, type ProcedureDocument, type Schools } from '../../document';
import { capital } from '../../trade';
import { goalProblemWords, loopWords, nodeWords, reasonsFor } from '../wording';
import {
  buildGraph,
  type ActionGraph,
  loopsAmong,
  NEVER,
  type ShouldStop,
  keepConflicts,
  leastTeardown,
  type LeastTeardown,
  resolveGoals,
} from '../../planning';
import type { PlanProblem, PlanRequest, ShopPolicy } from './plan-types';

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
  const batteryOff = graph.idOf.get('batteryOff')!;
  const schools = request.documents.map((one) => schoolsOf(request.policy, one));
  if (schools.some(({ battery }) => battery === 'always') && goals.size) goals.set(batteryOff, 'battery');
  if (resolved.problems.length) {
    return {
      ok: false,
      problems: resolved.problems.map((problem) => ({
        code: problem.code,
        message: goalProblemWords(problem),
        items: [problem.goal],
      })),
    };
  }
  if (resolved.nodes.size === 0)
    return { ok: false, problems: [{ code: 'no-goal', message: 'Say what you want out or reached.', items: [] }] };
  const banned = new Set(resolved.banned.keys());
  let least = leastTeardown(graph, [...goals.keys()], banned, shouldStop);
  const cuts = !('stuck' in least) && [...least.chosen].some((id) => isCutting(graph, id));
  if (cuts && !goals.has(batteryOff) && schools.some(({ battery }) => battery === 'srs-and-cutting')) {
    goals.set(batteryOff, 'battery');
    least = leastTeardown(graph, [...goals.keys()], banned, shouldStop);
  }
  if ('stuck' in least) return { ok: false, problems: noWay(graph, goals, least.stuck, resolved.banned, shouldStop) };
  return { ok: true, graph, least, goals, banned: resolved.banned };
}

/** The ways of working on one procedure under a shop's policy. */
export const schoolsOf = (policy: ShopPolicy | undefined, document: ProcedureDocument): Schools =>
  schoolsFor(policy?.schools ?? DEFAULT_SCHOOLS, document, policy?.jobSchools);

/** Work that cuts into the car or its wiring. */
const CUTTING = new Set(['cut', 'drill', 'splice', 're-pin']);

function isCutting(graph: ActionGraph, id: number): boolean {
  const { type, procedure, item } = graph.nodes[id].ref;
  const index = graph.indexes.get(procedure ?? '');
  if (type === 'work') return CUTTING.has(index!.works.get(item)!.kind);
  return type === 'undo' && index!.links.get(item)!.kind === 'wire';
}

function noWay(
  graph: ActionGraph,
  goals: Map<number, string>,
  stuck: number[],
  banned: Map<number, string>,
  shouldStop: ShouldStop,
): PlanProblem[] {
  const conflicts = banned.size ? keepConflicts(graph, goals, banned, shouldStop) : [];
  if (conflicts.length === 0) return [loopProblem(graph, loopsAmong(graph, stuck, 1)[0] ?? stuck)];
  return conflicts.map(({ goal, chain }) => ({
    code: 'keep-conflict',
    items: [goal],
    message: `${capital(nodeWords(graph, chain[0]))} cannot stay: ${whyOf(graph, chain, goals).join('; ')}.`,
  }));
}

/** The reasons along a chain of nodes. */
function whyOf(graph: ActionGraph, chain: number[], goals: ReadonlyMap<number, string>): string[] {
  const next = new Map(chain.map((id, at) => [id, chain[at + 1] ?? id]));
  return reasonsFor(graph, next, chain[0], (id) => goals.has(id)).map(({ text }) => text);
}

/** Names items that wait for one another, as their path. */
export const loopProblem = (graph: ActionGraph, ids: number[]): PlanProblem => ({
  code: 'loop',
  items: [
    ...new Set(
      ids.map((id) => graph.nodes[id].ref).flatMap(({ procedure, item }) => (procedure === null ? [] : [item])),
    ),
  ],
  message: loopWords(graph, ids),
});

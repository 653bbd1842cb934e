import type { Catalogue } from '../hardware';
import type { OptionValues, ProcedureDocument } from '../procedure/types';
import { itemWords } from '../procedure/names';
import type { Action } from './action';
import { cautionsFor, type Caution } from './cautions';
import { DEFAULT_COSTS, type CostSettings } from './costs';
import { buildGraph, type ActionGraph } from './graph';
import { leastTeardown, type LeastTeardown } from './least-teardown';
import { checkOptions, listOptions } from './options';
import { followWish, priceOrder, recordedWish, solveOrder, type OrderProblem, type SolveControl, type SolvedOrder } from './order';
import { findLoop, precedenceOf } from './precedence';
import { planRefit } from './refit';
import type { RefitStep } from './refit-step';
import { resolveGoals } from './resolve-goals';
import { toolsFor, type ToolNeed } from './tools';
import { planTray, type Bin, type TrayEntry } from './tray';
import { reasonChains, whyChain } from './why';

/** What the shop has decided about safety and prices. */
export interface ShopPolicy {
  /** Battery off for every job, not only where an SRS connector is undone. */
  batteryAlways?: boolean;
  /** The wait after battery-off in seconds, where the shop has entered it with its source. */
  srsWaitSeconds?: number | null;
  costs?: CostSettings;
}

/** What is wanted, on what, under which option values. */
export interface PlanRequest {
  documents: ProcedureDocument[];
  goals: string[];
  options: OptionValues;
  policy?: ShopPolicy;
  order?: 'best' | 'recorded';
  catalogue?: Catalogue;
}

/** One removal action with its reasons, its bin and the cautions it needs. */
export interface PlannedAction extends Action {
  why: string[];
  bin: number | null;
}

/** Seconds are of the removal: own times, tool changes and moves. */
export interface PlanCost {
  seconds: number;
  toolChanges: number;
  lowerBound: number;
  optimal: boolean;
}

/** The whole answer: removal, refit, what to lay out, what it costs, what is not known. */
export interface Plan {
  removal: PlannedAction[];
  refit: RefitStep[];
  tools: ToolNeed[];
  tray: Bin[];
  staysOn: Record<string, string>;
  cautions: Caution[];
  unknownOptions: string[];
  missingProcedures: string[];
  cost: PlanCost;
  recorded: { seconds: number; toolChanges: number };
  routesTaken: { of: string; taken: string[] }[];
}

/** Why there is no plan. */
export interface PlanProblem {
  code: string;
  message: string;
  items: string[];
}

export type PlanResult = { ok: true; plan: Plan } | { ok: false; problems: PlanProblem[] };

/**
 * Plans the least teardown for the goals and the way back. Returns problems instead of a plan where a goal or an option is
 * wrong, or where the goals wait for themselves. Documents must have passed the checker without errors.
 */
export function makePlan(request: PlanRequest, control?: SolveControl): PlanResult {
  const optionProblems = checkOptions(request.documents, request.options);
  if (optionProblems.length) return { ok: false, problems: optionProblems.map(({ code, option, message }) => ({ code, message, items: [option] })) };
  const found = chooseTeardown(request, request.options);
  if (!found.ok) return found;
  const { graph, least, goals } = found;
  const { actions, before } = precedenceOf(graph, least.chosen, least.taken);
  const loop = findLoop(before);
  if (loop) return { ok: false, problems: [loopProblem(graph, loop.map((at) => actions[at]))] };
  return { ok: true, plan: assemble(request, graph, least, goals, { actions, before }, control) };
}

interface Chosen {
  ok: true;
  graph: ActionGraph;
  least: LeastTeardown;
  goals: Map<number, string>;
}

/** The least teardown under some option values, or why there is none. */
function chooseTeardown(request: PlanRequest, options: OptionValues): Chosen | { ok: false; problems: PlanProblem[] } {
  const graph = buildGraph(request.documents, {
    options, catalogue: request.catalogue, srsWaitSeconds: request.policy?.srsWaitSeconds,
  });
  const resolved = resolveGoals(graph, request.goals);
  const goals = new Map(resolved.nodes);
  if (request.policy?.batteryAlways && goals.size) goals.set(graph.idOf.get('batteryOff')!, 'battery');
  if (resolved.problems.length) {
    return { ok: false, problems: resolved.problems.map(({ code, goal, message }) => ({ code, message, items: [goal] })) };
  }
  if (resolved.nodes.size === 0) return { ok: false, problems: [{ code: 'no-goal', message: 'Say what you want out or reached.', items: [] }] };
  const least = leastTeardown(graph, [...goals.keys()], new Set(resolved.banned.keys()));
  if ('stuck' in least) return { ok: false, problems: [noWay(graph, least.stuck, resolved.banned)] };
  return { ok: true, graph, least, goals };
}

function noWay(graph: ActionGraph, stuck: number[], banned: Map<number, string>): PlanProblem {
  if (stuck.length === 0 && banned.size) {
    return { code: 'keep-conflict', message: `The goal cannot be reached without touching what is to stay (${[...banned.values()].join(', ')}).`, items: [...banned.values()] };
  }
  return loopProblem(graph, stuck);
}

function loopProblem(graph: ActionGraph, ids: number[]): PlanProblem {
  const names = ids.map((id) => graph.nodes[id].action).filter((action) => action?.procedure)
    .map((action) => ({ item: action!.item, words: itemWords(graph.indexes.get(action!.procedure!)!, action!.item) }));
  return {
    code: 'loop', items: [...new Set(names.map((name) => name.item))],
    message: `These wait for one another, so none can be first: ${names.map((name) => `${name.words} (${name.item})`).join(' → ')}.`,
  };
}

function assemble(
  request: PlanRequest, graph: ActionGraph, least: LeastTeardown, goals: Map<number, string>,
  { actions, before }: { actions: number[]; before: number[][] }, control?: SolveControl,
): Plan {
  const costs = request.policy?.costs ?? DEFAULT_COSTS;
  const problem: OrderProblem = { actions: actions.map((id) => graph.nodes[id].action!), before, costs };
  const recorded = followWish(before, [...vehicleFirst(problem), ...recordedWish(graph, actions)]);
  const solved = solveOrder(problem, recorded, control);
  const sequence = request.order === 'recorded' ? recorded : solved.sequence;
  const removalIds = sequence.map((at) => actions[at]);
  const refit = planRefit(graph, removalIds, costs);
  const tray = planTray(graph.catalogue, trayEntries(graph, refit));
  const chains = reasonChains(graph, least, goals.keys());
  for (const step of refit) step.bin = tray.binOf.get(`${step.procedure}/${step.item}`) ?? null;
  const removal = removalIds.map((id): PlannedAction => {
    const action = graph.nodes[id].action!;
    return { ...action, why: whyChain(graph, chains, id, goals), bin: tray.binOf.get(`${action.procedure}/${action.item}`) ?? null };
  });
  return {
    removal, refit, tools: toolsFor([...removal, ...refit.map((step) => ({ ...step, type: 'free' as const, ifFitted: [] }))]),
    tray: tray.bins, staysOn: Object.fromEntries(tray.staysOn), cautions: cautionsFor(graph, removal),
    unknownOptions: unknownOptions(request, least, graph), missingProcedures: graph.missingProcedures,
    ...costOf(problem, sequence, recorded, solved), routesTaken: routesTaken(graph, least),
  };
}

/** Making the vehicle safe comes first, in its own fixed order. */
const vehicleFirst = ({ actions }: OrderProblem) =>
  ['check', 'batteryOff', 'wait'].map((type) => actions.findIndex((action) => action.type === type)).filter((at) => at >= 0);

function costOf(problem: OrderProblem, sequence: number[], recorded: number[], solved: SolvedOrder): Pick<Plan, 'cost' | 'recorded'> {
  const priced = priceOrder(problem, sequence);
  const pricedRecorded = priceOrder(problem, recorded);
  return {
    cost: {
      seconds: priced.costMs / 1000, toolChanges: priced.toolChanges, lowerBound: solved.lowerBoundMs / 1000,
      optimal: priced.costMs === solved.lowerBoundMs,
    },
    recorded: { seconds: pricedRecorded.costMs / 1000, toolChanges: pricedRecorded.toolChanges },
  };
}

function trayEntries(graph: ActionGraph, refit: RefitStep[]): TrayEntry[] {
  const steps = refit.filter((step) => step.type === 'start' || step.type === 'fit');
  return steps.map((step) => ({
    id: `${step.procedure}/${step.item}`, procedure: step.procedure!,
    fastener: graph.indexes.get(step.procedure!)!.fasteners.get(step.item)!,
  }));
}

/** The options nobody has given whose values lead to different work. One least teardown for each value. */
function unknownOptions(request: PlanRequest, least: LeastTeardown, graph: ActionGraph): string[] {
  const signature = (chosen: ReadonlySet<number>, of: ActionGraph) =>
    [...chosen].map((id) => of.nodes[id]).filter((node) => node.action).map((node) => node.key).sort().join();
  const now = signature(least.chosen, graph);
  return [...listOptions(request.documents)].filter(([option, values]) => {
    if (request.options[option] !== undefined) return false;
    return values.some((value) => {
      const found = chooseTeardown(request, { ...request.options, [option]: value });
      return !found.ok || signature(found.least.chosen, found.graph) !== now;
    });
  }).map(([option]) => option);
}

function routesTaken(graph: ActionGraph, least: LeastTeardown): Plan['routesTaken'] {
  return [...least.taken].map(([id, way]) => ({
    of: graph.nodes[id].key.replace('reach:', ''),
    taken: graph.nodes[id].anyOf![way].map((need) => graph.nodes[need].key),
  })).sort((a, b) => (a.of < b.of ? -1 : 1));
}

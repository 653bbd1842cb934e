import { durationOf, type Duration } from '../learn';
import {
  type Action,
  DEFAULT_COSTS,
  type ActionGraph,
  findLoop,
  precedenceOf,
  NEVER,
  OutOfTime,
  type ShouldStop,
} from '../graph';
import { cautionsFor, NO_HISTORY, replacementsOf, sparesOf, toolsFor, planTray, type TrayEntry } from '../layout';
import { routeChoices, staying, type LeastTeardown, reasonChains } from '../teardown';
import { routeWords, stayWords, whyWords, wordRefit } from '../wording';
import { chooseTeardown, loopProblem, type Chosen } from './choose-teardown';
import { checkOptions, itemKey, listOptions } from '../procedure';
import {
  followWish,
  priceOrder,
  solveOrder,
  vehicleFirst,
  type OrderProblem,
  type SolveControl,
  type SolvedOrder,
} from '../order';
import { recordedWish } from './recorded';
import type { Plan, PlannedAction, PlanProblem, PlanRequest, PlanResult } from './plan-types';
import { planRefit, type RefitAction } from '../refit';

/** Actions planned at once at most: a whole vehicle has about 1000. Keeps time and memory bounded. */
const MOST_ACTIONS = 1500;

/** How sure to be of having enough spares where the shop has not said. */
const DEFAULT_SPARE_LEVEL = 0.9;

/**
 * Plans the least teardown for the goals and the way back. Returns problems instead of a plan where a goal or an option is
 * wrong, or where the goals wait for themselves. Documents must have passed the checker without errors.
 */
export function makePlan(request: PlanRequest, control?: SolveControl): PlanResult {
  const optionProblems = checkOptions(request.documents, request.options);
  if (optionProblems.length)
    return {
      ok: false,
      problems: optionProblems.map(({ code, option, message }) => ({ code, message, items: [option] })),
    };
  const shouldStop = control?.shouldStop ?? NEVER;
  const found = chooseInTime(request, request.options, shouldStop);
  if (!found) return { ok: false, problems: [tooHard(request)] };
  if (!found.ok) return found;
  const { graph, least } = found;
  const size = [...least.chosen].filter((id) => graph.nodes[id].action).length;
  if (size > MOST_ACTIONS) {
    return {
      ok: false,
      problems: [
        {
          code: 'too-large',
          items: [],
          message: `That is ${size} actions; at most ${MOST_ACTIONS} are planned at once, which is more than a vehicle has. Plan fewer zones together.`,
        },
      ],
    };
  }
  const { actions, before } = precedenceOf(graph, least.chosen, least.taken);
  const loop = findLoop(before);
  if (loop)
    return {
      ok: false,
      problems: [
        loopProblem(
          graph,
          loop.map((at) => actions[at]),
        ),
      ],
    };
  return { ok: true, plan: assemble(request, found, { actions, before }, control) };
}

/** The least teardown; null where time ran out before one was found. */
function chooseInTime(
  request: PlanRequest,
  options: PlanRequest['options'],
  shouldStop: ShouldStop,
): ReturnType<typeof chooseTeardown> | null {
  try {
    return chooseTeardown(request, options, shouldStop);
  } catch (error) {
    if (error instanceof OutOfTime) return null;
    throw error;
  }
}

const tooHard = ({ documents }: PlanRequest): PlanProblem => ({
  code: 'too-hard',
  items: documents.map(({ id }) => id),
  message: `${documents.map(({ title }) => `“${title}”`).join(' and ')}: there are too many ways in to find the least work in time. Take out routes that nobody would use.`,
});

function assemble(
  request: PlanRequest,
  { graph, least, goals, banned }: Chosen,
  { actions, before }: { actions: number[]; before: number[][] },
  control?: SolveControl,
): Plan {
  const { policy = {} } = request;
  const costs = policy.costs ?? DEFAULT_COSTS;
  const history = policy.history ?? NO_HISTORY;
  const problem: OrderProblem = { tasks: actions.map((id) => graph.nodes[id].action!), before, costs };
  const recorded = followWish(before, [...vehicleFirst(problem), ...recordedWish(graph, actions)]);
  const solved = solveOrder(problem, recorded, control);
  const sequence = request.order === 'recorded' ? recorded : solved.sequence;
  const removalIds = sequence.map((at) => actions[at]);
  const refit = planRefit(graph, removalIds, costs);
  const tray = planTray(graph.catalogue, trayEntries(graph, refit), policy.trayBins);
  const chains = reasonChains(graph, least, goals.keys());
  for (const step of refit) step.bin = tray.binOf.get(itemKey(step)) ?? null;
  const removal = removalIds.map((id): PlannedAction => {
    const action = graph.nodes[id].action!;
    return {
      ...action,
      why: whyWords(graph, chains, id, (one) => goals.has(one)),
      bin: tray.binOf.get(itemKey(action)) ?? null,
    };
  });
  const routes = routeChoices(graph, least, [...goals.keys()], new Set(banned.keys()), control?.shouldStop);
  const cost = costOf(problem, sequence, recorded, solved);
  return {
    removal,
    before: beforeIn(sequence, before),
    waysTaken: Object.fromEntries(routes.map(({ of, index }) => [itemKey(graph.nodes[of].ref), index])),
    refit: wordRefit(graph, refit),
    tools: toolsFor(graph, removal, refit),
    tray: tray.bins,
    taped: tray.taped,
    fewestBins: tray.fewest,
    staysOn: Object.fromEntries(tray.staysOn),
    spares: sparesOf(graph, removal, policy.spareLevel ?? DEFAULT_SPARE_LEVEL, history),
    replacements: replacementsOf(graph, removal),
    time: timeOf(removal, refit, cost.cost.seconds, history.pace),
    cautions: cautionsFor(graph, removal),
    unknownOptions: unknownOptions(request, least, graph, control?.shouldStop),
    missingProcedures: graph.missingProcedures,
    ...cost,
    routesTaken: routes.map((route) => routeWords(graph, route)),
    stays: staying(graph, least, routes).map((part) => stayWords(graph, part)),
  };
}

/** Direct precedence by position in the sequence. */
function beforeIn(sequence: number[], before: number[][]): number[][] {
  const placeOf: number[] = [];
  sequence.forEach((at, place) => (placeOf[at] = place));
  return sequence.map((at) => before[at].map((need) => placeOf[need]).sort((a, b) => a - b));
}

/** How long taking apart and putting back take together. Waiting and tests are in the steps where the shop knows their time. */
function timeOf(removal: Action[], refit: RefitAction[], orderSeconds: number, pace: number): Duration {
  const seconds = [...removal, ...refit].map((step) => step.ms / 1000).filter((value) => value > 0);
  const own = removal.reduce((sum, action) => sum + action.ms / 1000, 0);
  return durationOf(seconds, orderSeconds - own, pace);
}

function costOf(
  problem: OrderProblem,
  sequence: number[],
  recorded: number[],
  solved: SolvedOrder,
): Pick<Plan, 'cost' | 'recorded'> {
  const priced = priceOrder(problem, sequence);
  const pricedRecorded = priceOrder(problem, recorded);
  return {
    cost: {
      seconds: priced.costMs / 1000,
      toolChanges: priced.toolChanges,
      lowerBound: solved.lowerBoundMs / 1000,
      optimal: priced.costMs === solved.lowerBoundMs,
    },
    recorded: { seconds: pricedRecorded.costMs / 1000, toolChanges: pricedRecorded.toolChanges },
  };
}

function trayEntries(graph: ActionGraph, refit: RefitAction[]): TrayEntry[] {
  const steps = refit.filter((step) => step.type === 'start' || step.type === 'fit');
  return steps.map((step) => ({
    id: itemKey(step),
    procedure: step.procedure!,
    fastener: graph.indexes.get(step.procedure!)!.fasteners.get(step.item)!,
  }));
}

/** The options nobody has given whose values lead to different work; one that could not be looked into in time is named too. One least teardown for each value. */
function unknownOptions(
  request: PlanRequest,
  least: LeastTeardown,
  graph: ActionGraph,
  shouldStop: ShouldStop = NEVER,
): string[] {
  const signature = (chosen: ReadonlySet<number>, of: ActionGraph) =>
    [...chosen]
      .map((id) => of.nodes[id])
      .filter((node) => node.action)
      .map((node) => node.key)
      .sort()
      .join();
  const now = signature(least.chosen, graph);
  return [...listOptions(request.documents)]
    .filter(([option, values]) => {
      if (request.options[option] !== undefined) return false;
      return values.some((value) => {
        const found = shouldStop() ? null : chooseInTime(request, { ...request.options, [option]: value }, shouldStop);
        return !found?.ok || signature(found.least.chosen, found.graph) !== now;
      });
    })
    .map(([option]) => option);
}

import {
  DEFAULT_COSTS,
  type ActionGraph,
  findLoop,
  precedenceOf,
  NEVER,
  OutOfTime,
  type ShouldStop,
  cautionsFor,
  materialsOf,
  NO_HISTORY,
  paceFor,
  replacementsOf,
  sparesOf,
  toolsFor,
  planTray,
  type TrayEntry,
  routeChoices,
  staying,
  type LeastTeardown,
  reasonChains,
  type SolveControl,
  type RefitAction,
  type TestSet,
  type HandStep,
  orderRemoval,
  planRefit,
  fillWaits,
  handsOf,
} from '../../planning';
import {
  itemInPlace,
  routeWords,
  stayWords,
  reasonsFor,
  type Reason,
  wordRefit,
  trayLabels,
  wayWords,
  wordSteps,
  type WordingBasis,
} from '../wording';
import { chooseTeardown, loopProblem, schoolsOf, type Chosen } from './choose-teardown';
import { checkOptions, itemKey, type ItemRef, listOptions } from '../../document';
import { ended, say } from '../../trade';
import { byPhase, shareOutPeels, type ByPhase } from './phases';
import { recordedWish } from './recorded';
import { betweenSeconds, noLessThanDoors, timeOf } from './plan-time';
import { readSets } from './sets';
import { worthDoing } from './while-open';
import type { Plan, PlannedAction, PlannedStep, PlanProblem, PlanRequest, PlanResult } from './plan-types';

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
  const { sets, problems: unknownMembers } = readSets(request.documents, request.sets ?? []);
  if (unknownMembers.length) return { ok: false, problems: unknownMembers };
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
  return assemble(request, found, byPhase(graph, { actions, before }), sets, control);
}

/** A part that can never be offered: the loop by name. */
function waitsForItself(graph: ActionGraph, { part, other }: { part: ItemRef; other: ItemRef }): PlanProblem {
  const [one, two] = [part, other].map((ref) => itemInPlace(graph, ref));
  return {
    code: 'waits-for-itself',
    items: [itemKey(part), itemKey(other)],
    message: `There is no way back: the ${two} must be off while the ${one} is seated, and has to be back before the ${one} is. One of the two was recorded wrongly.`,
  };
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
  { apart: { actions, before }, fit, back: backWork }: ByPhase,
  sets: TestSet[],
  control?: SolveControl,
): PlanResult {
  const { policy = {} } = request;
  const costs = policy.costs ?? DEFAULT_COSTS;
  const history = policy.history ?? NO_HISTORY;
  const tasks = shareOutPeels(
    graph,
    actions.map((id) => graph.nodes[id].action!),
  );
  const out = orderRemoval(graph, tasks, before, recordedWish(graph, actions), costs, request.order, control);
  const between = orderRemoval(
    graph,
    fit.actions.map((id) => graph.nodes[id].action!),
    fit.before,
    recordedWish(graph, fit.actions),
    costs,
    request.order,
    control,
  );
  const filled = fillWaits(graph, between.steps, between.before);
  // What is waited for is no work of its own.
  const fitIds = filled.steps.flatMap((step) => step.actions.flatMap((key) => graph.idOf.get(key) ?? []));
  const removalIds = out.steps.flatMap((step) => step.actions.map((key) => graph.idOf.get(key)!));
  const back = planRefit(graph, [...removalIds, ...fitIds], costs, control, {
    backWork,
    sets,
    drying: filled.left,
    srsMayHang: policy.srsMayHang,
  });
  if (back.conflicts.length) return { ok: false, problems: back.conflicts.map((one) => waitsForItself(graph, one)) };
  const tray = planTray(graph.catalogue, trayEntries(graph, back.actions), policy.trayBins);
  const chains = reasonChains(graph, least, goals.keys());
  const why = (id: number) => reasonsFor(graph, chains, id, (one) => goals.has(one));
  const toolOf = new Map(
    [...out.steps, ...filled.steps, ...back.steps].flatMap((step) => step.actions.map((key) => [key, step.tool])),
  );
  const pricedMs = new Map(tasks.map(({ key, ms }) => [key, ms]));
  const planned = (id: number): PlannedAction => {
    const action = graph.nodes[id].action!;
    const ms = pricedMs.get(action.key) ?? action.ms;
    return {
      ...action,
      ms,
      tool: toolOf.get(action.key)!,
      why: why(id).map(({ text }) => text),
      bin: tray.binOf.get(itemKey(action)) ?? null,
    };
  };
  const removal = removalIds.map(planned);
  const fitted = fitIds.map(planned);
  const refit = wordRefit(
    graph,
    back.actions.map((action) => ({
      ...action,
      tool: action.type === 'gate' ? 'hand' : toolOf.get(action.key)!,
      bin: tray.binOf.get(itemKey(action)) ?? null,
    })),
  );
  const schools = schoolsOf(policy, request.documents[0]);
  const routes = routeChoices(graph, least, [...goals.keys()], new Set(banned.keys()), control?.shouldStop);
  const waysTaken = Object.fromEntries(routes.map(({ of, index }) => [itemKey(graph.nodes[of].ref), index]));
  const labels = trayLabels(graph, waysTaken, [...tray.binOf.keys(), ...tray.taped]);
  const basis: WordingBasis = {
    graph,
    waysTaken,
    refit: new Map(refit.map((step) => [step.key, step])),
    schools,
    wait: policy.srsWait,
  };
  const binsOf = binLookup([...removal, ...refit]);
  const pace = paceFor(history, request.documents);
  const plan: Plan = {
    removal,
    before: beforeIn(removalIds, actions, before),
    waysTaken,
    refit,
    sets,
    drying: Object.fromEntries(filled.left),
    waitSeconds: (filled.waitedMs + sumOf(back.actions.filter(({ type }) => type === 'dry'))) / 1000,
    secondHandsSeconds:
      sumOf([...out.steps, ...filled.steps, ...back.steps].filter((step) => handsOf(graph, step) === 2)) / 1000,
    handSteps: out.steps,
    fit: fitted,
    fitSteps: filled.steps,
    backWork: backWork.map((id) => graph.nodes[id].key),
    steps: {
      removal: plannedSteps(basis, out.steps, binsOf, (key) => why(graph.idOf.get(key)!)),
      fit: plannedSteps(basis, filled.steps, binsOf, (key) => (graph.dries.has(key) ? [] : why(graph.idOf.get(key)!))),
      refit: plannedSteps(basis, back.steps, binsOf, () => []),
    },
    tools: toolsFor(graph, [...removal, ...fitted], refit),
    tray: tray.bins.map((bin) => ({ ...bin, label: bin.items.map((item) => labels.get(item)!).join('; ') })),
    taped: tray.taped.map((item) => ({ item, label: labels.get(item)! })),
    fewestBins: tray.fewest,
    staysOn: Object.fromEntries(tray.staysOn),
    spares: sparesOf(graph, removal, policy.spareLevel ?? DEFAULT_SPARE_LEVEL, history),
    replacements: replacementsOf(graph, removal),
    materials: materialsOf(graph, [...removal, ...fitted, ...backWork.map((id) => graph.nodes[id].action!)]),
    pace,
    time: noLessThanDoors(
      graph,
      removal,
      history,
      timeOf(
        [...removal, ...fitted],
        refit,
        betweenSeconds(out) + betweenSeconds(between) + betweenSeconds(back),
        pace,
      ),
    ),
    cautions: cautionsFor(graph, [...removal, ...fitted]),
    ways: wayWords(schools, [...request.documents.flatMap((one) => one.schools ?? []), ...(policy.jobSchools ?? [])]),
    schools,
    whileOpen: worthDoing(graph, least),
    unknownOptions: unknownOptions(request, least, graph, control?.shouldStop),
    missingProcedures: graph.missingProcedures,
    cost: out.cost,
    recorded: out.recorded,
    refitCost: back.cost,
    routesTaken: routes.map((route) => routeWords(graph, route)),
    stays: staying(graph, least, routes).map((part) => stayWords(graph, part)),
  };
  return { ok: true, plan };
}

const sumOf = (all: readonly { ms: number }[]) => all.reduce((sum, { ms }) => sum + ms, 0);

/** The bins that a step's pieces go to or come from, ascending. */
function binLookup(actions: { key: string; bin: number | null }[]): (keys: string[]) => number[] {
  const bins = new Map(actions.map(({ key, bin }) => [key, bin]));
  return (keys) => [...new Set(keys.flatMap((key) => bins.get(key) ?? []))].sort((a, b) => a - b);
}

function plannedSteps(
  basis: WordingBasis,
  steps: HandStep[],
  binsOf: (keys: string[]) => number[],
  why: (key: string) => Reason[],
): PlannedStep[] {
  const words = wordSteps(basis, steps);
  return steps.map(({ key, kind, procedure, part, actions, tool, ms }, at) => {
    // Its last action is what the step is for.
    const reasons = why(actions[actions.length - 1]);
    return {
      key,
      kind,
      procedure,
      part,
      actions,
      title: words[at].title,
      detail: say([...words[at].beside, ...words[at].notes].map(ended).join(' ')),
      where: words[at].where,
      tool,
      seconds: ms / 1000,
      hands: handsOf(basis.graph, steps[at]),
      bins: binsOf(actions),
      why: reasons.map(({ text }) => text),
      because: reasons[0]?.short ?? null,
    };
  });
}

/** Direct precedence by position in the sequence. */
function beforeIn(sequence: number[], actions: number[], before: number[][]): number[][] {
  const placeOf = new Map(sequence.map((id, place) => [id, place]));
  const atOf = new Map(actions.map((id, at) => [id, at]));
  return sequence.map((id) => before[atOf.get(id)!].map((need) => placeOf.get(actions[need])!).sort((a, b) => a - b));
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

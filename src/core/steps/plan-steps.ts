import type { Action, ActionGraph, CostSettings } from '../graph';
import { followWish, priceOrder, solveOrder, vehicleFirst, type OrderProblem, type SolveControl } from '../order';
import { wayBackOf, withGates, type OrderedAction, type RefitAction } from '../refit';
import { ranksOf } from './make-steps';
import { refitSteps } from './refit-steps';
import { removalSteps } from './removal-steps';
import type { HandStep, StepOrder } from './step';

/** What an order of steps costs, and what any order costs at least. */
export interface StepCost {
  seconds: number;
  toolChanges: number;
  lowerBound: number;
  optimal: boolean;
}

/** Steps in a chosen order, with their price and that of the recorded order. */
export interface OrderedSteps {
  steps: HandStep[];
  cost: StepCost;
  recorded: Pick<StepCost, 'seconds' | 'toolChanges'>;
}

/** The ordering problem of steps that stand in recorded order, and that order as far as it can be followed. */
function problemOf(
  { steps, before }: StepOrder,
  costs: CostSettings,
): { problem: OrderProblem<HandStep>; recorded: number[] } {
  const problem = { tasks: steps, before, costs };
  return { problem, recorded: followWish(before, [...vehicleFirst(problem), ...steps.keys()]) };
}

/** The ordering problem of taking apart, over steps. */
export const removalProblem = (
  graph: ActionGraph,
  actions: Action[],
  before: number[][],
  wish: number[],
  costs: CostSettings,
) => problemOf(removalSteps(graph, actions, before, ranksOf(actions.length, wish)), costs);

/** Orders steps best, or as recorded. Steps stand in recorded order, so ties go to it. */
function orderSteps(
  { steps, before }: StepOrder,
  costs: CostSettings,
  order: 'best' | 'recorded',
  control?: SolveControl,
): OrderedSteps {
  const { problem, recorded } = problemOf({ steps, before }, costs);
  const solved = solveOrder(problem, recorded, control);
  const sequence = order === 'recorded' ? recorded : solved.sequence;
  const priced = priceOrder(problem, sequence);
  const pricedRecorded = priceOrder(problem, recorded);
  return {
    steps: sequence.map((at) => steps[at]),
    cost: {
      seconds: priced.costMs / 1000,
      toolChanges: priced.toolChanges,
      lowerBound: solved.lowerBoundMs / 1000,
      optimal: priced.costMs === solved.lowerBoundMs,
    },
    recorded: { seconds: pricedRecorded.costMs / 1000, toolChanges: pricedRecorded.toolChanges },
  };
}

/**
 * The steps of taking apart, in order.
 * @param before direct precedence of the actions, by position.
 * @param wish positions of actions in the order they were recorded.
 */
export function orderRemoval(
  graph: ActionGraph,
  actions: Action[],
  before: number[][],
  wish: number[],
  costs: CostSettings,
  order: 'best' | 'recorded' = 'best',
  control?: SolveControl,
): OrderedSteps {
  return orderSteps(removalSteps(graph, actions, before, ranksOf(actions.length, wish)), costs, order, control);
}

/** The way back: its actions in order with what each waits for, and the steps they make. */
export interface PlannedRefit extends OrderedSteps {
  actions: RefitAction[];
  /** For each action, by key, those it waits for. */
  waitsFor: Map<string, string[]>;
}

/**
 * Plans putting back what was really done (graph node ids in the order they were done), over steps, with the costs and the solver of the way out. Of several
 * best orders the one nearest to last out, first in.
 */
export function planRefit(
  graph: ActionGraph,
  doneInOrder: number[],
  costs: CostSettings,
  control?: SolveControl,
): PlannedRefit {
  const back = wayBackOf(graph, doneInOrder);
  const atoms = back.refit.steps;
  const before = back.refit.before.map((set) => [...set].sort((a, b) => a - b));
  const lastOutFirstIn = ranksOf(atoms.length, [...atoms.keys()].reverse());
  const solved = orderSteps(refitSteps(graph, atoms, before, lastOutFirstIn), costs, 'best', control);
  const positionOf = new Map(atoms.map(({ key }, at) => [key, at]));
  const ordered = withGates(
    graph,
    back,
    solved.steps.map(({ actions }) => actions.map((key) => positionOf.get(key)!)),
  );
  return {
    ...solved,
    steps: stepsWithGates(solved.steps, ordered),
    actions: ordered.map(({ action }) => action),
    waitsFor: new Map(ordered.map(({ action, waitsFor }) => [action.key, waitsFor])),
  };
}

/** Each gate is a step of its own. */
function stepsWithGates(steps: HandStep[], ordered: OrderedAction[]): HandStep[] {
  const stepOf = new Map(steps.flatMap((step) => step.actions.map((key) => [key, step] as const)));
  return [...new Set(ordered.map(({ action }) => stepOf.get(action.key) ?? gateStep(action)))];
}

const gateStep = ({ key, procedure, item, tool, ms, place }: RefitAction): HandStep => ({
  key: `gate=${key}`,
  kind: 'gate',
  procedure,
  part: procedure === null ? null : item,
  actions: [key],
  tool,
  ms,
  place,
});

/** The step that one removal action makes by itself: what nobody planned is done alone. */
export const handStepOf = (graph: ActionGraph, action: Action): HandStep =>
  removalSteps(graph, [action], [[]], [0]).steps[0];

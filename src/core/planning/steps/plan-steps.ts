import type { Action, ActionGraph, CostSettings } from '../graph';
import type { BackOptions, WayBack } from '../refit';
import { followWish, priceOrder, solveOrder, vehicleFirst, type OrderProblem, type SolveControl } from '../order';
import { ranksOf } from './make-steps';
import { removalSteps } from './removal-steps';
import type { HandStep, StepOrder } from './step';
import { backInOrder, backStepsOf, type BackInOrder } from './way-back';

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
  /** Direct precedence of these steps, by position. */
  before: number[][];
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
    before: sequence.map((at) => before[at].map((need) => sequence.indexOf(need))),
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

/** The way back with the price of its order. */
export type PlannedRefit = OrderedSteps & BackInOrder & Pick<WayBack['refit'], 'conflicts'>;

/**
 * Plans putting back what was really done (graph node ids in the order they were done), over steps, with the costs and the solver of the way out. Of several
 * best orders the one nearest to last out, first in.
 */
export function planRefit(
  graph: ActionGraph,
  doneInOrder: number[],
  costs: CostSettings,
  control?: SolveControl,
  options?: BackOptions,
): PlannedRefit {
  const back = backStepsOf(graph, doneInOrder, options);
  const solved = orderSteps(back.order, costs, 'best', control);
  return { ...solved, ...backInOrder(graph, back, solved.steps), conflicts: back.back.refit.conflicts };
}

import type { ActionGraph } from '../graph';
import type { RefitAction } from '../refit';
import { type BackInOrder, type HandStep, ranksOf, type StepOrder } from '../steps';
import { refitSteps } from './hand-steps';
import { wayBackOf, withGates, type OrderedAction, type WayBack } from './refit';

/** The steps of the way back before an order is chosen. They stand last out, first in, so ties go to that. */
export interface BackSteps {
  back: WayBack;
  order: StepOrder;
}

/** The steps that putting back takes, of what was really done (graph node ids in the order they were done), with the work that is done on the way. */
export function backStepsOf(
  graph: ActionGraph,
  doneInOrder: number[],
  backWork: number[] = [],
  retest: number[] = [],
): BackSteps {
  const back = wayBackOf(graph, doneInOrder, backWork, retest);
  const atoms = back.refit.steps;
  const before = back.refit.before.map((set) => [...set].sort((a, b) => a - b));
  const lastOutFirstIn = ranksOf(atoms.length, [...atoms.keys()].reverse());
  return { back, order: refitSteps(graph, atoms, before, lastOutFirstIn) };
}

/** Puts the gates where they belong among the steps in their chosen order. */
export function backInOrder(graph: ActionGraph, { back }: BackSteps, steps: HandStep[]): BackInOrder {
  const positionOf = new Map(back.refit.steps.map(({ key }, at) => [key, at]));
  const ordered = withGates(
    graph,
    back,
    steps.map(({ actions }) => actions.map((key) => positionOf.get(key)!)),
  );
  return {
    steps: stepsWithGates(steps, ordered),
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

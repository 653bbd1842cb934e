import type { ActionGraph } from '../graph';
import { type BackOptions, inOrder, type OrderedAction, type RefitAction, type WayBack, wayBackOf } from '../refit';
import { ranksOf } from './make-steps';
import { refitSteps } from './refit-steps';
import type { HandStep, StepOrder } from './step';

/** The way back in a chosen order: its actions with what each waits for, and the steps they make, gates among them. */
export interface BackInOrder {
  steps: HandStep[];
  actions: RefitAction[];
  /** For each action, by key, those it waits for. */
  waitsFor: Map<string, string[]>;
}

/** The steps of the way back before an order is chosen. They stand last out, first in, so ties go to that. */
export interface BackSteps {
  back: WayBack;
  order: StepOrder;
}

/** The steps that putting back takes, of what was really done (graph node ids in the order they were done). */
export function backStepsOf(graph: ActionGraph, doneInOrder: readonly number[], options?: BackOptions): BackSteps {
  const back = wayBackOf(graph, doneInOrder, options);
  const lastOutFirstIn = ranksOf(back.refit.steps.length, [...back.refit.steps.keys()].reverse());
  return { back, order: refitSteps(graph, back.refit, lastOutFirstIn) };
}

/** Puts gates, tests and power where they belong among the steps in their chosen order. */
export function backInOrder(graph: ActionGraph, { back, order }: BackSteps, steps: HandStep[]): BackInOrder {
  const inHand = steps.map((step) => order.within?.get(step.key) ?? [step]);
  const ordered = inOrder(
    graph,
    back,
    inHand.map((hold) => hold.map(({ actions }) => actions.map((key) => back.refit.at.get(key)!))),
  );
  return {
    steps: stepsWithGates(inHand.flat(), ordered),
    actions: ordered.map(({ action }) => action),
    waitsFor: new Map(ordered.map(({ action, waitsFor }) => [action.key, waitsFor])),
  };
}

/** What is put in once the order is known, besides gates. */
const LONE: Partial<Record<RefitAction['type'], HandStep['kind']>> = { batteryOn: 'power', dry: 'work' };

/** Each gate is a step of its own, and so are power and waiting. */
function stepsWithGates(steps: HandStep[], ordered: OrderedAction[]): HandStep[] {
  const stepOf = new Map(steps.flatMap((step) => step.actions.map((key) => [key, step] as const)));
  return [...new Set(ordered.map(({ action }) => stepOf.get(action.key) ?? gateStep(action)))];
}

const gateStep = ({ key, type, procedure, item, tool, ms, place }: RefitAction): HandStep => ({
  key: `${LONE[type] ?? 'gate'}=${key}`,
  kind: LONE[type] ?? 'gate',
  procedure,
  part: procedure === null ? null : item,
  actions: [key],
  tool,
  ms,
  place,
});

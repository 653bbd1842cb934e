import { buildGraph, type ActionGraph } from '../graph';
import { asFoundPlan } from './as-found';
import type { RunState } from './fold';
import { catalogueOf, type RunPlan } from '../plan';

/** The graph of a run's plan. Build it once and pass it to `viewRun` on every event. */
export const graphOf = (plan: RunPlan): ActionGraph =>
  buildGraph(plan.documents, {
    options: plan.options,
    srsWaitSeconds: plan.srsWaitSeconds,
    catalogue: catalogueOf(plan),
  });

/** A run's plan and graph as this vehicle turned out to be. */
export interface RunBasis {
  plan: RunPlan;
  graph: ActionGraph;
}

/** The basis of a run's view; the last one is given back while nothing about the vehicle has changed. */
export function basisOf(plan: RunPlan, state: RunState, last?: RunBasis & { of?: string }): RunBasis & { of: string } {
  const of = JSON.stringify([state.extras, state.asFound.filter((one) => one.change)]);
  if (last?.of === of) return { ...last, of };
  const found = asFoundPlan(plan, state);
  return { plan: found, graph: graphOf(found), of };
}

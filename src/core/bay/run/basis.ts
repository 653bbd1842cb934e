import { buildGraph, type ActionGraph } from '../../planning';
import { asFoundPlan } from './as-found';
import { type RunState } from './state';
import { catalogueOf, goesByOldSrsRules, type RunPlan } from '../../telling';

/** The graph of a run's plan. Build it once and pass it to `viewRun` on every event. */
export const graphOf = (plan: RunPlan): ActionGraph =>
  buildGraph(plan.documents, {
    options: plan.options,
    srsWaitSeconds: plan.srsWaitSeconds,
    srsMayMove: goesByOldSrsRules(plan),
    catalogue: catalogueOf(plan),
  });

/** A run's plan and graph as this vehicle turned out to be. */
export interface RunBasis {
  plan: RunPlan;
  graph: ActionGraph;
}

/** The bases of one run, each worked out once for what was found on the vehicle: the judge and the view look at the same graph, so its way back is planned once. */
export function basesOf(plan: RunPlan): (state: Pick<RunState, 'extras' | 'asFound'>) => RunBasis {
  const known = new Map<string, RunBasis>();
  return (state) => {
    const found = JSON.stringify([state.extras, state.asFound.filter((one) => one.change)]);
    const basis = known.get(found) ?? basisOf(plan, state);
    known.set(found, basis);
    return basis;
  };
}

/** The basis of a run as this vehicle turned out to be. */
export function basisOf(plan: RunPlan, state: Pick<RunState, 'extras' | 'asFound'>): RunBasis {
  const found = asFoundPlan(plan, state);
  return { plan: found, graph: graphOf(found) };
}

import { conflict } from '../../errors';
import { BASE_CATALOGUE, extendCatalogue } from '../../trade';
import { itemKey } from '../../document';
import { buildGraph, carryOut, DEFAULT_COSTS, findAction, precedenceOf, orderRemoval } from '../../planning';
import { costsOf, RUN_PLAN_VERSION, type RunPlan } from './run-plan';

/** A run plan as some version of this program stored it; the first ones carried no version. */
export type StoredRunPlan = Omit<Partial<RunPlan>, 'version' | 'pace'> & {
  version?: number;
  pace?: RunPlan['pace'] | number;
};

/** Steps from one version to the next, by the version they start from. */
const STEPS: Record<number, (plan: StoredRunPlan) => StoredRunPlan> = {
  1: addPrecedence,
  2: addSteps,
  3: addRefit,
  4: addSafePace,
  5: keepRules,
  6: keepRules,
  7: useAgain,
  8: askNoChecks,
};

/** Reads a stored run plan, whatever version wrote it. @throws PezzoError `plan-too-new` where a newer program did. */
export function readRunPlan(stored: StoredRunPlan): RunPlan {
  let plan = stored;
  for (let version = stored.version ?? 1; version !== RUN_PLAN_VERSION; version += 1) {
    const step = STEPS[version];
    if (!step) throw conflict('plan-too-new', 'A newer version of Pezzo opened this run. Update this one to go on.');
    plan = { ...step(plan), version: version + 1 };
  }
  return (plan === stored ? plan : { ...plan, writtenAs: stored.version ?? 1 }) as RunPlan;
}

/** Version 1 kept neither precedence nor ways: they follow from the documents and from what was planned. */
function addPrecedence(plan: StoredRunPlan): StoredRunPlan {
  const { documents = [], options = {}, removal = [], srsWaitSeconds, ownKinds = [] } = plan;
  const catalogue = extendCatalogue(BASE_CATALOGUE, ownKinds);
  const graph = buildGraph(documents, { options, srsWaitSeconds, catalogue, srsMayMove: true });
  const planned = new Set(removal.flatMap((key) => graph.idOf.get(key) ?? []));
  const chosen = new Set([...planned, ...graph.nodes.flatMap(({ action }, id) => (action ? [] : [id]))]);
  const { taken } = carryOut(graph, chosen, { rules: true });
  const { actions, before } = precedenceOf(graph, chosen, taken);
  const keyOf = (at: number) => graph.nodes[actions[at]].key;
  return {
    ...plan,
    waitsFor: Object.fromEntries(before.map((list, at) => [keyOf(at), list.map(keyOf)])),
    waysTaken: Object.fromEntries([...taken].map(([id, way]) => [itemKey(graph.nodes[id].ref), way])),
  };
}

/** Version 2 told single actions: the steps they make follow from the documents, in the order that was planned. */
function addSteps(plan: StoredRunPlan): StoredRunPlan {
  const { documents = [], options = {}, removal = [], waitsFor = {}, srsWaitSeconds, ownKinds = [] } = plan;
  const catalogue = extendCatalogue(BASE_CATALOGUE, ownKinds);
  const graph = buildGraph(documents, { options, srsWaitSeconds, catalogue, srsMayMove: true });
  const actions = removal.flatMap((key) => findAction(graph, key) ?? []);
  const positionOf = new Map(actions.map(({ key }, at) => [key, at]));
  const before = actions.map(({ key }) => (waitsFor[key] ?? []).flatMap((need) => positionOf.get(need) ?? []));
  const costs = plan.costs && { ...DEFAULT_COSTS, ...plan.costs };
  const { steps } = orderRemoval(graph, actions, before, [...actions.keys()], costsOf({ costs }), 'recorded');
  return { ...plan, removal: steps.flatMap((step) => step.actions), steps, ...(costs ? { costs } : {}) };
}

/** Version 3 planned the way back while it was run, and knew no work: without a planned order it goes back last out, first in. */
function addRefit(plan: StoredRunPlan): StoredRunPlan {
  return { ...plan, refit: [], fit: [], backWork: [] };
}

/** Version 5 let a part be moved with a live airbag link on it and took a wait on trust, version 6 went back another way: `writtenAs` tells, and such a run goes on by its own rules. */
function keepRules(plan: StoredRunPlan): StoredRunPlan {
  return plan;
}

/** Up to version 7 what is recorded as replaced every time was counted back like anything else: such a run, and its report, go on by that. */
function useAgain(plan: StoredRunPlan): StoredRunPlan {
  const documents = plan.documents?.map((document) => ({
    ...document,
    fasteners: document.fasteners.map(({ reuse, ...fastener }) =>
      reuse === undefined || reuse === 'replace' ? fastener : { ...fastener, reuse },
    ),
  }));
  return documents ? { ...plan, documents } : plan;
}

/** Up to version 8 what a procedure says to try once more was not asked: such a run goes on without those lines. */
function askNoChecks(plan: StoredRunPlan): StoredRunPlan {
  const documents = plan.documents?.map(({ checks: _, ...document }) => document);
  return documents ? { ...plan, documents } : plan;
}

/** Version 4 knew one pace: the likely one. */
function addSafePace(plan: StoredRunPlan): StoredRunPlan {
  return typeof plan.pace === 'number' ? { ...plan, pace: { likely: plan.pace, safe: null } } : plan;
}

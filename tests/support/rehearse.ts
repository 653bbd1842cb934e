import { linkKindOrGuess, workKindOf } from '@/core/trade';
import { readStepKey, releaseTool } from '@/core/planning';
import { itemKey, type ProcedureDocument } from '@/core/document';
import type { Plan } from '@/core/telling';
import { gesturesFor, type Ground, type Move, type Setup, step, startOf, type Rehearsal } from '@/core/rehearse';
import { planOf } from './plan';

/** A rehearsal of one document by its own plan. */
export function setupOf(
  document: ProcedureDocument,
  goals: string[],
  options: Record<string, string> = {},
  more: Partial<Setup> = {},
): { setup: Setup; plan: Plan } {
  const plan = planOf(document, goals, options);
  const setup: Setup = {
    documents: [document],
    options,
    goals,
    level: 'alone',
    seed: 1,
    bothWays: true,
    faults: [],
    planned: plan.removal.map(({ key }) => key),
    plannedBack: plan.refit.map(({ key }) => key),
    best: { seconds: plan.cost.seconds, toolChanges: plan.cost.toolChanges },
    ...more,
  };
  return { setup, plan };
}

/** The moves a hand makes for one planned action, with the right tool and the right way. Empty where an earlier move took it along. */
export function movesFor(ground: Ground, state: Rehearsal, key: string, mm?: number): Move[] {
  const id = ground.graph.idOf.get(key)!;
  const { type, procedure, item, region } = readStepKey(key)!;
  if (state.isDone.has(id)) return [];
  if (procedure === null) return [{ do: 'vehicle', step: type as 'check' | 'batteryOff' | 'wait' }];
  const index = ground.graph.indexes.get(procedure)!;
  const of = itemKey({ procedure, item });
  const pull = (motion: string): Move => ({
    do: 'pull',
    item: of,
    gesture: gesturesFor(motion)[0],
    ...(region ? { region } : {}),
    ...(mm ? { mm } : {}),
  });
  const part = index.parts.get(item);
  const motions = part?.motions?.length ? part.motions : ['pull'];
  switch (type) {
    case 'release': {
      const tool = releaseTool(ground.graph.catalogue, index.fasteners.get(item)!);
      return [
        { do: 'take', tool },
        { do: 'use', item: of },
      ];
    }
    case 'undo':
      return [
        { do: 'take', tool: linkKindOrGuess(ground.graph.catalogue, index.links.get(item)!.kind).tool },
        { do: 'use', item: of },
      ];
    case 'work': {
      const work = index.works.get(item)!;
      return [
        { do: 'take', tool: work.tool ?? workKindOf(work.kind).tool },
        { do: 'use', item: of },
      ];
    }
    case 'free':
    case 'peel':
      return [
        { do: 'take', tool: 'hand' },
        ...motions.slice(state.moved.get(region ? `${of}@${region}` : of) ?? 0).map(pull),
      ];
    default:
      return [pull(motions[0])];
  }
}

/** Takes apart by hand steps in their planned order. Calls `after` with every state. */
export function followPlan(ground: Ground, plan: Plan, after: (state: Rehearsal) => void = () => undefined): Rehearsal {
  let state = startOf(ground);
  for (const key of plan.handSteps.flatMap(({ actions }) => pullLast(actions)))
    for (const move of movesFor(ground, state, key)) {
      state = step(ground, state, move);
      after(state);
    }
  return state;
}

/** Within a step the part's own motion lets its clips go: nothing is done to them by themselves. */
const pullLast = (actions: string[]) => {
  const frees = actions.filter((key) => /^(free|peel):/.test(key));
  return frees.length ? [...frees, ...actions.filter((key) => !/^(free|peel|release):/.test(key))] : actions;
};

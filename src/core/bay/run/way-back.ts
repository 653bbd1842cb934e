import {
  carryOut,
  findAction,
  nodeIdOf,
  readStepKey,
  type Action,
  type ActionGraph,
  testBefore7,
  testFor,
  followRefit,
  followRefitBefore7,
  handStepOf,
  type HandStep,
  leastTeardown,
} from '../../planning';
import { itemKey, readItemKey } from '../../document';
import { goesBackOldWay, type RunPlan, type RefitStep, wordRefit } from '../../telling';
import { type RunState } from './state';
import { hasFailedTest } from './progress';
import { itemOfCheck } from './rounds';

/** A way back as it was planned for what was removed. */
export interface KnownRefit {
  of: string;
  /** Steps that still have to come apart before a part can be seated, then those of the way back. */
  steps: HandStep[];
  /** The way back's actions by key, with the words of their notes and checks. */
  actions: ReadonlyMap<string, RefitStep>;
  waitsFor: ReadonlyMap<string, string[]>;
  /** What still has to come off so that a part can be seated, by key. */
  due: ReadonlyMap<string, Action>;
}

/** The last refit planned for each graph: what was removed rarely changes between two looks. */
const lastRefit = new WeakMap<ActionGraph, KnownRefit>();

/** The way back of what was removed so far. */
export function plannedRefit(
  graph: ActionGraph,
  plan: RunPlan,
  state: Pick<RunState, 'done' | 'rounds' | 'past' | 'testLog'>,
): KnownRefit {
  const backWork = plan.backWork.flatMap((key) => graph.idOf.get(key) ?? []);
  const doneKeys = [...state.done.keys()].filter(
    (key) => graph.idOf.has(key) && findAction(graph, key) && !plan.backWork.includes(key),
  );
  const { check } = state.rounds.at(-1) ?? { check: null };
  const retest = [...(check === null ? [] : nodesOfCheck(graph, check)), ...untested(graph, plan, state)];
  const of = [...retest, ...doneKeys].join('\n');
  const last = lastRefit.get(graph);
  if (last?.of === of) return last;
  const done = doneKeys.map((key) => graph.idOf.get(key)!);
  const due = dueToSeat(graph, done);
  const all = [...done, ...due];
  const { steps, actions, waitsFor } = goesBackOldWay(plan)
    ? followRefitBefore7(graph, all, plan.refit, backWork, retest)
    : followRefit(graph, all, plan.refit, {
        backWork,
        retest,
        sets: plan.sets,
        srsMayHang: plan.srsMayHang,
        drying: new Map(Object.entries(plan.drying ?? {})),
      });
  const worded = wordRefit(graph, actions).map((step) => ({ ...step, bin: plan.bins[itemKey(step)] ?? null }));
  const dueActions = due.map((id) => graph.nodes[id].action!);
  const known: KnownRefit = {
    of,
    steps: [...dueActions.map((action) => handStepOf(graph, action)), ...steps],
    waitsFor: waitForDue(graph, waitsFor, dueActions),
    actions: new Map(worded.map((step) => [step.key, step])),
    due: new Map(dueActions.map((action) => [action.key, action])),
  };
  lastRefit.set(graph, known);
  return known;
}

/**
 * What earlier rounds put back and nobody tested: a door that was opened again for one failed line still owes the others. What passed stays passed, and what a lead let pass is not asked
 * again, until it is undone once more. Node ids.
 */
function untested(
  graph: ActionGraph,
  plan: RunPlan,
  { past, rounds, testLog }: Pick<RunState, 'past' | 'rounds' | 'testLog'>,
): number[] {
  if (past.length === 0) return [];
  const answered = new Map<string, number>();
  const answer = (check: string, round: number) => answered.set(check, Math.max(round, answered.get(check) ?? 0));
  for (const { round, waived } of rounds) for (const check of waived) answer(check, round - 1);
  // Answers of this round tick lines off; they take none away.
  const now = rounds.at(-1)?.round ?? 1;
  for (const { check, result, round } of testLog) if (result !== 'fail' && round < now) answer(check, round);
  // A node with the last round it was undone in.
  const undone = new Map<number, number>();
  past.forEach(({ done }, at) => {
    for (const key of done.keys()) {
      const id = graph.idOf.get(key);
      if (id !== undefined && graph.nodes[id].action) undone.set(id, at + 1);
    }
  });
  return [...undone].flatMap(([id, round]) => {
    const test = (goesBackOldWay(plan) ? testBefore7 : testFor)(graph, id);
    return test && (answered.get(test.id) ?? 0) < round ? [id] : [];
  });
}

/** The node that a line of a test is about. */
function nodesOfCheck(graph: ActionGraph, check: string): number[] {
  const ref = readItemKey(itemOfCheck(check) ?? '');
  const type = ref && graph.indexes.get(ref.procedure)?.typeOf.get(ref.item);
  const state = type && ({ part: 'free', link: 'undo', work: 'work', fastener: 'release' } as const)[type];
  return state ? [nodeIdOf(graph, { ...ref, type: state })].filter((id) => id !== undefined) : [];
}

/** What must be off while a part is seated and still stands: its removal, in an order that can be done. Node ids. */
function dueToSeat(graph: ActionGraph, done: number[]): number[] {
  const isDone = new Set(done);
  const goals = done.flatMap((id) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    if (type !== 'free') return [];
    const others = graph.indexes.get(procedure!)!.parts.get(item)?.offToSeat ?? [];
    return others.flatMap((other) => nodeIdOf(graph, { type: 'takeOff', procedure, item: other }) ?? []);
  });
  const open = goals.filter((id) => !isDone.has(id));
  if (open.length === 0) return [];
  const least = leastTeardown(graph, open, new Set());
  if ('stuck' in least) return [];
  return [...carryOut(graph, least.chosen, { rules: true }).done].filter(
    (id) => graph.nodes[id].action && !isDone.has(id),
  );
}

/** A part is seated only once what stands in its way came off; nothing that still has to come off is waited for by what puts it back. */
function waitForDue(
  graph: ActionGraph,
  waitsFor: ReadonlyMap<string, string[]>,
  due: Action[],
): ReadonlyMap<string, string[]> {
  if (due.length === 0) return waitsFor;
  const seats = new Map(waitsFor);
  const keys = due.map(({ key }) => key);
  for (const [key, needs] of waitsFor) {
    const ref = readStepKey(key);
    const part = ref?.type === 'seat' ? graph.indexes.get(ref.procedure!)?.parts.get(ref.item) : undefined;
    if (part?.offToSeat?.length) seats.set(key, [...needs, ...keys]);
  }
  return seats;
}

/** A gate is passed by a person, and only while no line of it failed, or by a lead's word. */
export function isGatePassed(step: Pick<RefitStep, 'key'>, state: RunState): boolean {
  const gate = state.gates.get(step.key);
  return !!gate?.passed && (gate.reason !== null || !hasFailedTest(state, step.key));
}

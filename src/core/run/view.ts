import { lowerFirst } from '../text';
import { type RefitStep, type StepWords, wordRefit, wordSteps } from '../wording';
import { handStepOf, planRefit, type HandStep } from '../steps';
import { findAction, type ActionGraph, type Action } from '../graph';
import { countOf, itemKey } from '../procedure';
import { doneCount, hasFailedTest, type RunState } from './fold';
import { shutsOverPiece } from './fallen';
import { isBalanced, ledgerOf, type LedgerRow } from './ledger';
import { costsOf, type RunPlan } from '../plan';

/** One action of a run with how far it has come. */
export interface RunAction {
  key: string;
  step: Action | RefitStep;
  /** Pieces of the entry; 1 where it is no counted entry. */
  total: number;
  done: number;
  state: 'done' | 'skipped' | 'open' | 'waiting';
}

/** What a hand does in one go, with how far its actions have come. */
export interface RunStep extends Omit<HandStep, 'actions'> {
  actions: RunAction[];
  state: 'done' | 'skipped' | 'now' | 'open' | 'waiting';
}

/** True for a step that waits for nobody any more. */
export const isOver = ({ state }: { state: RunStep['state'] }) => state === 'done' || state === 'skipped';

/** Something that stands against finishing, in trade words. */
export interface Block {
  code: 'not-joined' | 'not-seated' | 'missing' | 'over-count' | 'question' | 'gate' | 'step' | 'not-started';
  item: string;
  text: string;
}

/** What the bay screen shows: the steps of removal and refit, what is next, the ledger, what blocks finishing. */
export interface RunView {
  removal: RunStep[];
  /** Worked out when first asked for: while things come apart nobody looks at it. */
  readonly refit: RunStep[];
  /** The way back's actions by key, with the words of their notes and checks. */
  readonly refitActions: ReadonlyMap<string, RefitStep>;
  /** The words of one of its steps. */
  wordsOf: (step: RunStep) => StepWords;
  now: RunStep | null;
  /** The first action of `now` that is open: for whoever goes through a run without hands. */
  readonly nextAction: RunAction | null;
  ledger: LedgerRow[];
  readonly blocks: Block[];
}

/** The steps of the phase a run is in: of taking apart until the way back is begun. */
export const currentSteps = (state: Pick<RunState, 'phase'>, view: RunView): RunStep[] =>
  state.phase === 'refit' ? view.refit : view.removal;

/** Derives the view from the plan and the folded state. The refit is made from what was really removed. */
export function viewRun(graph: ActionGraph, plan: RunPlan, state: RunState): RunView {
  const ledger = ledgerOf(graph, state);
  const removal = removalSteps(graph, plan, state);
  let worked: RunStep[] | null = null;
  const refit = () => (worked ??= refitSteps(graph, plan, state, ledger));
  const current = state.phase === 'remove' ? removal : state.phase === 'refit' ? refit() : [];
  const now = state.finished ? null : (current.find((step) => step.state === 'open') ?? null);
  if (now) now.state = 'now';
  return {
    removal,
    now,
    ledger,
    wordsOf: (step) => wordsOf(graph, plan, state, isOfRefit(step) ? refit() : removal, step),
    get nextAction() {
      return now?.actions.find(({ state: status }) => status === 'open') ?? null;
    },
    get refit() {
      return refit();
    },
    get refitActions() {
      return plannedRefit(graph, plan, state).actions;
    },
    get blocks() {
      return blocksOf(this, state);
    },
  };
}

const isOfRefit = ({ kind }: RunStep) => !['pull', 'turn', 'unplug', 'safe'].includes(kind);

/** The words of a list of steps, told apart, kept while the list is the same. */
const lastWords = new WeakMap<ActionGraph, Map<string, ReadonlyMap<string, StepWords>>>();

function wordsOf(graph: ActionGraph, plan: RunPlan, state: RunState, list: RunStep[], { key }: RunStep): StepWords {
  const known = lastWords.get(graph) ?? new Map<string, ReadonlyMap<string, StepWords>>();
  lastWords.set(graph, known);
  const way = list.some(isOfRefit) ? 'back' : 'out';
  const of = `${way} ${list.map((step) => step.key).join(' ')}`;
  let words = known.get(of);
  if (!words) {
    const refit = way === 'back' ? plannedRefit(graph, plan, state).actions : undefined;
    const worded = wordSteps(
      { graph, waysTaken: plan.waysTaken, refit },
      list.map((step) => ({ ...step, actions: step.actions.map((one) => one.key) })),
    );
    words = new Map(list.map((step, at) => [step.key, worded[at]]));
    for (const old of [...known.keys()].filter((one) => one.startsWith(way))) known.delete(old);
    known.set(of, words);
  }
  return words.get(key)!;
}

/** A step from its actions: over when all are, open where nothing outside it is waited for. */
function runStep(step: HandStep, actions: RunAction[], isSettled: (key: string) => boolean, waitsFor: Waits): RunStep {
  const own = new Set(step.actions);
  const left = actions.filter((action) => !isOver(action));
  const waits = left.some(({ key }) => waitsFor(key).some((need) => !own.has(need) && !isSettled(need)));
  const isDone = actions.some(({ state }) => state === 'done');
  return { ...step, actions, state: left.length ? (waits ? 'waiting' : 'open') : isDone ? 'done' : 'skipped' };
}

/** What an action waits for, by key; only what there is on this vehicle. */
type Waits = (key: string) => readonly string[];

function totalOf(graph: ActionGraph, step: { procedure: string | null; item: string; type: string }): number {
  const index = step.procedure ? graph.indexes.get(step.procedure) : undefined;
  if (!index || !['release', 'start', 'tighten', 'fit'].includes(step.type)) return 1;
  const fastener = index.fasteners.get(step.item);
  return fastener ? countOf(fastener) : 1;
}

function removalSteps(graph: ActionGraph, plan: RunPlan, state: RunState): RunStep[] {
  const planned = new Set(plan.removal);
  const extra = [...state.done.keys()].flatMap((key) => (planned.has(key) ? [] : (findAction(graph, key) ?? [])));
  const isSettled = (key: string) => {
    const action = findAction(graph, key);
    if (!action || state.skipped.has(key)) return true;
    const total = totalOf(graph, action);
    return doneCount(state.done.get(key), total) >= total;
  };
  const waitsFor: Waits = (key) => plan.waitsFor[key] ?? [];
  return [...plan.steps, ...extra.map((action) => handStepOf(graph, action))].flatMap((step) => {
    const actions = step.actions.flatMap((key): RunAction[] => {
      const action = findAction(graph, key);
      if (!action) return [];
      const total = totalOf(graph, action);
      const done = doneCount(state.done.get(key), total);
      const waits = waitsFor(key).some((need) => !isSettled(need));
      const status = done >= total ? 'done' : state.skipped.has(key) ? 'skipped' : waits ? 'waiting' : 'open';
      return [{ key, step: action, total, done, state: status }];
    });
    return actions.length ? [runStep(step, actions, isSettled, waitsFor)] : [];
  });
}

/** A way back as it was planned for what was removed. */
export interface KnownRefit {
  of: string;
  steps: HandStep[];
  actions: ReadonlyMap<string, RefitStep>;
  waitsFor: ReadonlyMap<string, string[]>;
}

/** How hard the order of a way back is searched for while a run goes on: the tablet and the server come to the same one, soon. */
const RUN_EFFORT = { widths: [40, 400], states: 20_000, classSets: 20_000 };

/** The last refit planned for each graph: what was removed rarely changes between two looks. */
const lastRefit = new WeakMap<ActionGraph, KnownRefit>();

/** The way back of what was removed so far. */
export function plannedRefit(graph: ActionGraph, plan: RunPlan, state: Pick<RunState, 'done'>): KnownRefit {
  const doneKeys = [...state.done.keys()].filter((key) => findAction(graph, key));
  const of = doneKeys.join('\n');
  const last = lastRefit.get(graph);
  if (last?.of === of) return last;
  const done = doneKeys.map((key) => graph.idOf.get(key)!);
  const { steps, actions, waitsFor } = planRefit(graph, done, costsOf(plan), { effort: RUN_EFFORT });
  const worded = wordRefit(graph, actions).map((step) => ({ ...step, bin: plan.bins[itemKey(step)] ?? null }));
  const known = { of, steps, waitsFor, actions: new Map(worded.map((step) => [step.key, step])) };
  lastRefit.set(graph, known);
  return known;
}

function refitSteps(graph: ActionGraph, plan: RunPlan, state: RunState, ledger: LedgerRow[]): RunStep[] {
  const { steps, actions, waitsFor } = plannedRefit(graph, plan, state);
  const rows = new Map(ledger.map((row) => [row.item, row]));
  const progress = new Map(
    [...actions.values()].map((step) => {
      const row = rows.get(itemKey(step));
      const total = row && ['start', 'tighten', 'fit'].includes(step.type) ? row.out : 1;
      const passed = step.gate ? isGatePassed(step, state) : doneCount(state.done.get(step.key), total) >= total;
      return [step.key, { total, passed, done: passed ? total : doneCount(state.done.get(step.key), total) }];
    }),
  );
  const isSettled = (key: string) => progress.get(key)?.passed !== false || state.skipped.has(key);
  const waits: Waits = (key) => waitsFor.get(key) ?? [];
  return steps.map((step) => {
    const own = step.actions.map((key): RunAction => {
      const { total, done, passed } = progress.get(key)!;
      const status = passed
        ? 'done'
        : state.skipped.has(key)
          ? 'skipped'
          : waits(key).every(isSettled) && !shutsOverPiece(graph, state, actions.get(key)!)
            ? 'open'
            : 'waiting';
      return { key, step: actions.get(key)!, total, done, state: status };
    });
    const shut = own.some(({ state: status, step: one }) => status === 'waiting' && shutsOverPiece(graph, state, one));
    const made = runStep(step, own, isSettled, waits);
    return shut && made.state === 'open' ? { ...made, state: 'waiting' } : made;
  });
}

/** A gate is passed by a person, and only while no line of it failed, or by a lead's word. */
export function isGatePassed(step: Pick<RefitStep, 'key'>, state: RunState): boolean {
  const gate = state.gates.get(step.key);
  return !!gate?.passed && (gate.reason !== null || !hasFailedTest(state, step.key));
}

function blocksOf(view: RunView, state: RunState): Block[] {
  const blocks: Block[] = [];
  if (!state.started) blocks.push({ code: 'not-started', item: '', text: 'The run has not been started.' });
  const open = view.refit.filter(({ state: status }) => status !== 'done');
  open.forEach((step) => {
    const { title } = view.wordsOf(step);
    const types = step.actions.filter(({ state: status }) => status !== 'done').map(({ step: one }) => one.type);
    const code =
      step.kind === 'gate'
        ? 'gate'
        : types.includes('join')
          ? 'not-joined'
          : types.includes('seat')
            ? 'not-seated'
            : 'step';
    const text = step.kind === 'gate' ? `${title}: not passed.` : `Still to do: ${lowerFirst(title)}.`;
    blocks.push({ code, item: step.key, text });
  });
  for (const { item, what } of state.questions)
    blocks.push({
      code: 'question',
      item,
      text: `Two people reported pieces ${what}: say whether they mean the same ones.`,
    });
  for (const row of view.ledger) {
    if (row.overCounted)
      blocks.push({ code: 'over-count', item: row.item, text: `${row.words}: more were counted out than there are.` });
    else if (!isBalanced(row))
      blocks.push({
        code: 'missing',
        item: row.item,
        text: `${row.words}: ${row.missing} not back and not accounted for.`,
      });
  }
  return blocks;
}

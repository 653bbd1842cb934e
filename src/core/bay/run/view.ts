import { lowerFirst } from '../../trade';
import { type RefitStep, type StepWords, wordSteps, type RunPlan } from '../../telling';
import { handStepOf, type HandStep, findAction, stepKey, type ActionGraph, type Action } from '../../planning';
import { countOf, heldParts, itemKey } from '../../document';
import { type RunState } from './state';
import { doneCount } from './progress';
import { shutsOverPiece } from './fallen';
import { isBalanced, ledgerOf, type LedgerRow } from './ledger';
import { roundSteps } from './reopen';
import { isGatePassed, plannedRefit } from './way-back';

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
  code:
    'not-joined' | 'not-seated' | 'missing' | 'over-count' | 'question' | 'gate' | 'step' | 'left-over' | 'not-started';
  item: string;
  text: string;
}

/** What the bay screen shows: the steps of removal and refit, what is next, the ledger, what blocks finishing. */
export interface RunView {
  removal: RunStep[];
  /** Work between apart and together. */
  fit: RunStep[];
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

/** The steps of the phase a run is in. */
export const currentSteps = (state: Pick<RunState, 'phase'>, view: RunView): RunStep[] =>
  state.phase === 'refit' ? view.refit : state.phase === 'fit' ? view.fit : view.removal;

/** Derives the view from the plan and the folded state. The refit is made from what was really removed. */
export function viewRun(graph: ActionGraph, plan: RunPlan, state: RunState): RunView {
  const ledger = ledgerOf(graph, state);
  const removal = removalSteps(graph, plan, state);
  const fit = apartSteps(graph, plan.fit, state, () => []);
  let worked: RunStep[] | null = null;
  const refit = () => (worked ??= refitSteps(graph, plan, state, ledger));
  const current = state.phase === 'remove' ? removal : state.phase === 'refit' ? refit() : fit;
  const now = state.finished ? null : (current.find((step) => step.state === 'open') ?? null);
  if (now) now.state = 'now';
  return {
    removal,
    fit,
    now,
    ledger,
    wordsOf: (step) => {
      const isIn = (list: RunStep[]) => list.some(({ key }) => key === step.key);
      const way = isIn(removal) ? 'out' : isIn(fit) ? 'fit' : 'back';
      return wordsOf(graph, plan, state, way, way === 'out' ? removal : way === 'fit' ? fit : refit(), step);
    },
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

/** The words of a list of steps, told apart, kept while the list is the same. */
const lastWords = new WeakMap<ActionGraph, Map<string, ReadonlyMap<string, StepWords>>>();

function wordsOf(
  graph: ActionGraph,
  plan: RunPlan,
  state: RunState,
  way: 'out' | 'fit' | 'back',
  list: RunStep[],
  { key }: RunStep,
): StepWords {
  const known = lastWords.get(graph) ?? new Map<string, ReadonlyMap<string, StepWords>>();
  lastWords.set(graph, known);
  const of = `${way} ${list.map((step) => step.key).join(' ')}`;
  let words = known.get(of);
  if (!words) {
    const refit = way === 'back' ? plannedRefit(graph, plan, state).actions : undefined;
    const worded = wordSteps(
      { graph, waysTaken: plan.waysTaken, refit, schools: plan.schools, wait: plan.srsWait },
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
  const round = state.rounds.at(-1);
  if (round) {
    const { steps, waitsFor } = roundSteps(graph, plan, state);
    const planned = new Set([...steps.flatMap(({ actions }) => actions), ...round.stillOut]);
    const all = [...steps, ...doneBesides(graph, state, planned)];
    return apartSteps(graph, all, state, (key) => waitsFor[key] ?? []);
  }
  const elsewhere = new Set([...plan.removal, ...plan.fit.flatMap(({ actions }) => actions), ...plan.backWork]);
  const steps = withFound(graph, [...plan.steps, ...doneBesides(graph, state, elsewhere)]);
  return apartSteps(graph, steps, state, (key) => plan.waitsFor[key] ?? []);
}

/** What was taken apart besides what is known, each a step of its own; waiting takes nothing apart. */
const doneBesides = (graph: ActionGraph, { done }: Pick<RunState, 'done'>, known: ReadonlySet<string>): HandStep[] =>
  [...done.keys()].flatMap((key) => {
    const action = known.has(key) || graph.dries.has(key) ? undefined : findAction(graph, key);
    return action ? [handStepOf(graph, action)] : [];
  });

/** Other pieces that were found in a group come out before the part they hold is freed. */
function withFound(graph: ActionGraph, steps: HandStep[]): HandStep[] {
  const known = new Set(steps.flatMap(({ actions }) => actions));
  const found = graph.nodes.flatMap(({ action }) =>
    action?.type === 'release' && action.item.startsWith('other-') && !known.has(action.key) ? [action] : [],
  );
  return found.reduce((list, action) => {
    const [part] = heldParts(graph.indexes.get(action.procedure!)!.fasteners.get(action.item)!);
    const free = stepKey({ type: 'free', procedure: action.procedure, item: part });
    const at = list.findIndex(({ actions }) => actions.includes(free));
    return at < 0 ? list : [...list.slice(0, at), handStepOf(graph, action), ...list.slice(at)];
  }, steps);
}

/** How far steps of taking apart, or of work between, have come. */
function apartSteps(graph: ActionGraph, steps: HandStep[], state: RunState, waitsFor: Waits): RunStep[] {
  const isSettled = (key: string) => {
    const action = findAction(graph, key);
    if (!action || state.skipped.has(key)) return true;
    const total = totalOf(graph, action);
    return doneCount(state.done.get(key), total) >= total;
  };
  return steps.flatMap((step) => {
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

function refitSteps(graph: ActionGraph, plan: RunPlan, state: RunState, ledger: LedgerRow[]): RunStep[] {
  const { steps, actions, waitsFor, due } = plannedRefit(graph, plan, state);
  const rows = new Map(ledger.map((row) => [row.item, row]));
  const progress = new Map(
    [...actions.values()].map((step) => {
      const row = rows.get(itemKey(step));
      const total = row && ['start', 'tighten', 'fit'].includes(step.type) ? row.outNow : 1;
      const passed = step.gate ? isGatePassed(step, state) : doneCount(state.done.get(step.key), total) >= total;
      return [step.key, { total, passed, done: passed ? total : doneCount(state.done.get(step.key), total) }];
    }),
  );
  const isSettled = (key: string) => !due.has(key) && (progress.get(key)?.passed !== false || state.skipped.has(key));
  const waits: Waits = (key) => waitsFor.get(key) ?? [];
  const isDue = (step: HandStep) => step.actions.some((key) => due.has(key));
  const stillApart = apartSteps(graph, steps.filter(isDue), state, (key) => {
    const id = graph.idOf.get(key)!;
    return graph.nodes[id].needs.map((need) => graph.nodes[need].key).filter((need) => due.has(need));
  });
  const putBack = (step: HandStep): RunStep => {
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
  };
  const together = steps.filter((step) => !isDue(step)).map(putBack);
  return [...stillApart, ...together];
}

function blocksOf(view: RunView, state: RunState): Block[] {
  const blocks: Block[] = [];
  if (!state.started) blocks.push({ code: 'not-started', item: '', text: 'The run has not been started.' });
  const open = [...view.fit, ...view.refit].filter(({ state: status }) => status !== 'done');
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
  for (const piece of state.leftOvers.filter(({ settled }) => !settled))
    blocks.push({
      code: 'left-over',
      item: piece.event,
      text: `Left over: ${piece.words}. Find where it belongs before you finish.`,
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

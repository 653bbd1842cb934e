import { gateWords, instructionFor, type RefitStep, wordRefit } from '../wording';
import { planRefit } from '../refit';
import { findAction, type ActionGraph, type Action } from '../graph';
import { countOf, itemKey, readItemKey } from '../procedure';
import { doneCount, hasFailedTest, isDone, type RunState } from './fold';
import { isBalanced, ledgerOf, type LedgerRow } from './ledger';
import { costsOf, type RunPlan } from '../plan';

/** One step of a run with how far it has come. */
export interface RunStep {
  key: string;
  step: Action | RefitStep;
  /** Pieces of the entry; 1 where it is no counted entry. */
  total: number;
  done: number;
  state: 'done' | 'skipped' | 'now' | 'open' | 'waiting';
}

/** True for a step that waits for nobody any more. */
export const isOver = ({ state }: Pick<RunStep, 'state'>) => state === 'done' || state === 'skipped';

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
  now: RunStep | null;
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
    get refit() {
      return refit();
    },
    get blocks() {
      return blocksOf(plan, state, refit(), ledger);
    },
  };
}

function totalOf(graph: ActionGraph, step: { procedure: string | null; item: string; type: string }): number {
  const index = step.procedure ? graph.indexes.get(step.procedure) : undefined;
  if (!index || !['release', 'start', 'tighten', 'fit'].includes(step.type)) return 1;
  const fastener = index.fasteners.get(step.item);
  return fastener ? countOf(fastener) : 1;
}

function removalSteps(graph: ActionGraph, plan: RunPlan, state: RunState): RunStep[] {
  const planned = new Set(plan.removal);
  const extra = [...state.done.keys()].filter((key) => !planned.has(key) && findAction(graph, key));
  const keys = [...plan.removal, ...extra];
  const isDone = (key: string) => {
    const action = findAction(graph, key)!;
    const total = totalOf(graph, action);
    return doneCount(state.done.get(key), total) >= total;
  };
  const settled = (key: string) => isDone(key) || state.skipped.has(key);
  return keys
    .filter((key) => graph.idOf.has(key))
    .map((key) => {
      const action = findAction(graph, key)!;
      const total = totalOf(graph, action);
      const done = doneCount(state.done.get(key), total);
      const waits = (plan.waitsFor[key] ?? []).some((need) => graph.idOf.has(need) && !settled(need));
      const status = done >= total ? 'done' : state.skipped.has(key) ? 'skipped' : waits ? 'waiting' : 'open';
      return { key, step: action, total, done, state: status };
    });
}

/** The last refit planned for each graph: what was removed rarely changes between two looks. */
const lastRefit = new WeakMap<ActionGraph, { of: string; steps: RefitStep[] }>();

function plannedRefit(graph: ActionGraph, plan: RunPlan, state: RunState): RefitStep[] {
  const doneKeys = [...state.done.keys()].filter((key) => findAction(graph, key));
  const of = doneKeys.join('\n');
  const last = lastRefit.get(graph);
  if (last?.of === of) return last.steps;
  const done = doneKeys.map((key) => graph.idOf.get(key)!);
  const steps = wordRefit(graph, planRefit(graph, done, costsOf(plan)));
  lastRefit.set(graph, { of, steps });
  return steps;
}

function refitSteps(graph: ActionGraph, plan: RunPlan, state: RunState, ledger: LedgerRow[]): RunStep[] {
  const steps = plannedRefit(graph, plan, state);
  const rows = new Map(ledger.map((row) => [row.item, row]));
  return steps.map((step) => {
    const item = itemKey(step);
    step.bin = plan.bins[item] ?? null;
    const total = rows.get(item) && ['start', 'tighten', 'fit'].includes(step.type) ? rows.get(item)!.out : 1;
    const passed = step.gate ? gateState(step, state, rows) : doneCount(state.done.get(step.key), total) >= total;
    const skipped = state.skipped.has(step.key);
    return {
      key: step.key,
      step,
      total,
      done: passed ? total : doneCount(state.done.get(step.key), total),
      state: passed ? 'done' : skipped ? 'skipped' : 'open',
    };
  });
}

/** A gate is passed by a person, or by the counts alone where they say all there is to say. */
function gateState(step: RefitStep, state: RunState, rows: Map<string, LedgerRow>): boolean {
  const gate = state.gates.get(step.key);
  if (gate?.passed) return gate.reason !== null || !hasFailedTest(state, step.key);
  if (!step.auto) return false;
  return step.checks
    .flatMap((check) => check.items)
    .every((item) => {
      const row = rows.get(item);
      if (row) return isBalanced(row);
      const ref = readItemKey(item)!;
      const undone = isDone(state, 'undo', ref) && !isDone(state, 'join', ref);
      const unseated = isDone(state, 'free', ref) && !isDone(state, 'seat', ref);
      return !undone && !unseated;
    });
}

function blocksOf(plan: RunPlan, state: RunState, refit: RunStep[], ledger: LedgerRow[]): Block[] {
  const blocks: Block[] = [];
  if (!state.started) blocks.push({ code: 'not-started', item: '', text: 'The run has not been started.' });
  for (const { key, step, state: status } of refit) {
    if (status === 'done') continue;
    const kind = (step as RefitStep).gate
      ? 'gate'
      : step.type === 'join'
        ? 'not-joined'
        : step.type === 'seat'
          ? 'not-seated'
          : 'step';
    blocks.push({ code: kind, item: key, text: stepWords(plan, step) });
  }
  for (const { item, what } of state.questions)
    blocks.push({
      code: 'question',
      item,
      text: `Two people reported pieces ${what}: say whether they mean the same ones.`,
    });
  for (const row of ledger) {
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

function stepWords(plan: RunPlan, step: Action | RefitStep): string {
  if ('gate' in step && step.gate) return `${gateWords(plan.documents, step)}: not passed.`;
  const { verb, plate, thing, count } = instructionFor(plan.documents, step);
  return `Still to do: ${[verb.toLowerCase(), count && count > 1 ? `${count} ×` : '', plate, thing].filter(Boolean).join(' ')}.`;
}

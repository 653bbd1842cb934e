import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { costSchema, readForm } from '../../src/contracts/schemas';
import { type NewPartWish, placeNewParts, type PlacedParts } from '../../src/core/bench';
import { costSettings } from '../../src/contracts/views';
import { PezzoError } from '../../src/core/errors';
import {
  makePlan,
  type PlannedAction,
  type PlannedStep,
  type Plan,
  type PlanProblem,
  type PlanRequest,
  type RefitStep,
} from '../../src/core/telling';
import { type CostSettings, hasErrors, type Remark } from '../../src/core/planning';
import { DEFAULT_SCHOOLS, type OptionValues, type ProcedureDocument } from '../../src/core/document';
import { printPlan } from './print-plan';
import { readAndCheck } from './read-file';
import { UsageError } from './usage-error';

/** What `pezzo plan` was given besides its files. */
interface PlanArguments {
  goal?: string[];
  /** New parts, each a goal of its own. */
  new?: NewPartWish[];
  option: OptionValues;
  order: 'best' | 'recorded';
  costs?: string;
  tray?: number;
  /** Seconds. */
  timeLimit?: number;
  batteryAlways?: boolean;
  /** Sets of parts that are tried as one, each with commas. */
  set?: string[];
  json?: boolean;
}

/** `pezzo plan FILE … --goal …`: prints the plan; returns the exit status. Only JSON goes to standard output with --json. */
export function planCommand(names: string[], given: PlanArguments): number {
  const {
    goal = [],
    new: wishes = [],
    option: options,
    order,
    tray: trayBins,
    timeLimit: limit = Infinity,
    json,
  } = given;
  if (goal.length + wishes.length === 0) throw new UsageError('Say what you want: --goal, or --new for something new.');
  const costs = given.costs === undefined ? undefined : readCosts(given.costs);
  if (costs && 'remarks' in costs) return refuse(costs.remarks, json);

  const files = names.map(readAndCheck);
  const remarks = files.flatMap(({ result }) => result.remarks);
  const documents = files.flatMap(({ read }) => (read.ok ? [read.document] : []));
  const doubled = twice(documents);
  if (doubled)
    remarks.unshift({
      level: 'error',
      code: 'duplicate-procedure',
      items: [doubled],
      message: `Two files hold the procedure “${doubled}”.`,
      repair: 'Name each procedure once.',
    });
  if (documents.length < files.length || hasErrors(remarks)) return refuse(remarks, json);
  const placed = placeNewParts(documents, wishes, { options, sets: given.set });
  if (placed.problems.length) return refuse([...placed.problems.map(asNewPartRemark), ...remarks], json);
  const request: PlanRequest = {
    documents: placed.documents,
    goals: [...goal, ...placed.goals],
    options,
    order,
    sets: given.set ?? [],
    policy: {
      ...(given.batteryAlways ? { schools: { ...DEFAULT_SCHOOLS, battery: 'always' as const } } : {}),
      trayBins,
      costs,
    },
  };
  const end = performance.now() + limit * 1000;
  const planned = makePlan(request, limit === Infinity ? {} : { shouldStop: () => performance.now() > end });
  if (!planned.ok) return refuse([...planned.problems.map(asRemark), ...remarks], json);
  if (json) process.stdout.write(`${JSON.stringify(planOutput(planned.plan, placed, remarks), null, 2)}\n`);
  else process.stdout.write(printPlan(placed, planned.plan));
  return 0;
}

function readCosts(name: string): CostSettings | { remarks: Remark[] } {
  const fail = (message: string): { remarks: Remark[] } => ({
    remarks: [
      {
        level: 'error',
        code: 'costs',
        items: [],
        message: `${name}: ${message}`,
        repair: 'See docs/command-line.md for the fields of a costs file.',
      },
    ],
  });
  try {
    return costSettings(
      readForm(costSchema, JSON.parse(readFileSync(resolve(process.env.PEZZO_CWD ?? '.', name), 'utf8'))),
    );
  } catch (error) {
    return fail(error instanceof PezzoError ? error.message : (error as Error).message);
  }
}

const twice = (documents: ProcedureDocument[]) =>
  documents.map((document) => document.id).find((id, at, all) => all.indexOf(id) !== at) ?? null;

const asRemark = ({ code, items, message }: PlanProblem): Remark => ({
  level: 'error',
  code,
  items,
  message,
  repair: 'Correct the goal, the option or the procedure.',
});

const asNewPartRemark = ({ code, item, message }: PlacedParts['problems'][number]): Remark => ({
  level: 'error',
  code,
  items: [item],
  message,
  repair: 'Name another place, another way of fixing it, or another part.',
});

function refuse(remarks: Remark[], json: boolean | undefined): number {
  for (const remark of remarks) if (remark.level === 'error') process.stderr.write(`${remark.message}\n`);
  if (json) process.stdout.write(`${JSON.stringify({ findings: remarks }, null, 2)}\n`);
  return 1;
}

/** A step as published: its actions by the keys of `removal` and `refit`. */
const stepOutput = ({ key: _key, ...step }: PlannedStep) => step;

/** What is published of everything that is done, either way. */
const doneOutput = (one: PlannedAction | RefitStep) => ({
  key: one.key,
  action: one.type,
  item: one.item,
  ...(one.region ? { region: one.region } : {}),
  procedure: one.procedure,
  side: one.side,
  tool: one.tool,
  seconds: one.ms / 1000,
  bin: one.bin,
});

/** A removal action, or work between, as published. */
const actionOutput = (action: PlannedAction) => ({
  ...doneOutput(action),
  why: action.why,
  ...(action.ifFitted.length ? { ifFitted: action.ifFitted } : {}),
});

/** The published shape of a plan: see docs/command-line.md. Times in seconds; in a plan over one procedure items are named without it. */
function planOutput(plan: Plan, { documents, placed, questions }: PlacedParts, remarks: Remark[]) {
  const short = (item: string) => (documents.length === 1 ? item.slice(item.indexOf('/') + 1) : item);
  return {
    ...(questions.length ? { questions: questions.map((one) => ({ ...one, of: short(one.of) })) } : {}),
    ...(placed.length
      ? { newParts: placed.map(({ choices: _choices, ...part }) => ({ ...part, of: short(part.of) })) }
      : {}),
    steps: {
      removal: plan.steps.removal.map(stepOutput),
      fit: plan.steps.fit.map(stepOutput),
      refit: plan.steps.refit.map(stepOutput),
    },
    removal: plan.removal.map(actionOutput),
    fit: plan.fit.map(actionOutput),
    refit: plan.refit.map((step) => ({
      ...doneOutput(step),
      ...(step.gate ? { gate: step.gate, checks: step.checks.map((check) => check.text) } : {}),
      ...(step.notes.length ? { notes: step.notes } : {}),
    })),
    tools: plan.tools.map(({ tool, name, uses, notes, coveredBy }) => ({ tool, name, uses, notes, coveredBy })),
    tray: plan.tray.map(({ bin, items, label }) => ({ bin, label, items: items.map(short) })),
    materials: plan.materials,
    taped: plan.taped.map(({ item, label }) => ({ item: short(item), label })),
    fewestBins: plan.fewestBins,
    spares: plan.spares.map(({ kind, name, pieces, spares, items }) => ({
      kind,
      name,
      pieces,
      spares,
      items: items.map(short),
    })),
    replacements: plan.replacements.map((one) => ({ ...one, item: short(one.item) })),
    time: plan.time,
    waitSeconds: plan.waitSeconds,
    secondHandsSeconds: plan.secondHandsSeconds,
    sets: plan.sets,
    cautions: plan.cautions,
    ways: plan.ways,
    whileOpen: plan.whileOpen,
    unknownOptions: plan.unknownOptions,
    missingProcedures: plan.missingProcedures,
    cost: plan.cost,
    recorded: plan.recorded,
    refitCost: plan.refitCost,
    routesTaken: plan.routesTaken,
    stays: plan.stays,
    findings: remarks,
  };
}

import { makePlan, type Plan, type PlanProblem } from '../../src/core/plan';
import type { OptionValues } from '../../src/core/procedure';
import { hasErrors, type Finding } from '../../src/core/procedure/check';
import { readArguments, UsageError } from './arguments';
import { printPlan } from './print-plan';
import { readAndCheck } from './read-file';

const USAGE = 'Usage: pezzo plan FILE --goal GOAL [--goal GOAL …] [--option name=value …] [--battery-always] [--json]';

/** `pezzo plan FILE --goal …`: prints the plan; returns the exit status. Only JSON goes to standard output with --json. */
export function planCommand(argv: string[]): number {
  const { values, positionals } = readArguments(argv, {
    goal: { type: 'string', multiple: true }, option: { type: 'string', multiple: true },
    json: { type: 'boolean' }, 'battery-always': { type: 'boolean' },
  }, USAGE);
  if (positionals.length !== 1) throw new UsageError(`Name one procedure file.\n${USAGE}`);
  if (!values.goal?.length) throw new UsageError(`Give at least one --goal.\n${USAGE}`);
  const options = readOptions(values.option ?? []);
  const { read, result } = readAndCheck(positionals[0]);
  if (!read.ok || hasErrors(result.findings)) return refuse(result.findings, values.json);
  const planned = makePlan({
    documents: [read.document], goals: values.goal, options, policy: { batteryAlways: values['battery-always'] },
  });
  if (!planned.ok) return refuse([...planned.problems.map(asFinding), ...result.findings], values.json);
  if (values.json) process.stdout.write(`${JSON.stringify(planOutput(planned.plan, result.findings), null, 2)}\n`);
  else process.stdout.write(printPlan(read.document, planned.plan));
  return 0;
}

function readOptions(pairs: string[]): OptionValues {
  const options: OptionValues = {};
  for (const pair of pairs) {
    const at = pair.indexOf('=');
    if (at < 1 || at === pair.length - 1) throw new UsageError(`--option ${pair}: write name=value.\n${USAGE}`);
    const name = pair.slice(0, at);
    if (options[name] !== undefined) throw new UsageError(`--option ${name} is given twice.\n${USAGE}`);
    options[name] = pair.slice(at + 1);
  }
  return options;
}

const asFinding = ({ code, items, message }: PlanProblem): Finding =>
  ({ level: 'error', code, items, message, repair: 'Correct the goal, the option or the procedure.' });

function refuse(findings: Finding[], json: boolean | undefined): number {
  for (const finding of findings) if (finding.level === 'error') process.stderr.write(`${finding.message}\n`);
  if (json) process.stdout.write(`${JSON.stringify({ findings }, null, 2)}\n`);
  return 1;
}

/** The published shape of a plan: see docs/command-line.md. Times in seconds. */
export function planOutput(plan: Plan, findings: Finding[]) {
  return {
    removal: plan.removal.map((action) => ({
      action: action.type, item: action.item, procedure: action.procedure, side: action.side, tool: action.tool,
      seconds: action.ms / 1000, bin: action.bin, why: action.why,
      ...(action.ifFitted.length ? { ifFitted: action.ifFitted } : {}),
    })),
    refit: plan.refit.map((step) => ({
      action: step.type, item: step.item, procedure: step.procedure, side: step.side, tool: step.tool,
      seconds: step.ms / 1000, bin: step.bin,
      ...(step.gate ? { gate: step.gate, checks: step.checks.map((check) => check.text) } : {}),
      ...(step.notes.length ? { notes: step.notes } : {}),
    })),
    tools: plan.tools.map(({ tool, name, uses, notes }) => ({ tool, name, uses, notes })),
    tray: plan.tray.map(({ bin, items }) => ({ bin, items: items.map((item) => item.slice(item.indexOf('/') + 1)) })),
    cautions: plan.cautions,
    unknownOptions: plan.unknownOptions,
    missingProcedures: plan.missingProcedures,
    cost: plan.cost,
    recorded: plan.recorded,
    routesTaken: plan.routesTaken,
    findings,
  };
}

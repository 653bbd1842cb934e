import type { Plan, PlannedStep } from '../../src/core/telling';
import type { FixingQuestion, PlacedParts } from '../../src/core/bench';
import { toolFor } from '../../src/core/trade';

const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;

/** A plan as plain text for a terminal or paper. */
export function printPlan({ documents, questions }: Pick<PlacedParts, 'documents' | 'questions'>, plan: Plan): string {
  const { cost, recorded, time } = plan;
  return [
    documents.map((document) => document.title).join(' + '),
    '',
    ...questions.flatMap(asked),
    `Taking apart, ${plan.steps.removal.length} steps, ${minutes(cost.seconds)}, ${cost.toolChanges} tool changes${cost.optimal ? ', proved best' : `, at least ${minutes(cost.lowerBound)} in any order`}` +
      ` (as recorded ${minutes(recorded.seconds)}, ${recorded.toolChanges} tool changes)`,
    ...plan.steps.removal.flatMap(lines),
    '',
    ...plan.routesTaken.map((route) => route.words),
    'Tools: ' + (plan.tools.map((tool) => tool.name).join(', ') || 'bare hand'),
    ...plan.spares.filter((spare) => spare.spares > 0).map((spare) => `Have ${spare.spares} spare ${spare.name}`),
    ...plan.replacements.map((one) => `Have ${one.count} × ${one.material}`),
    ...plan.materials.map(({ name, uses }) => `Have ${name}: ${uses.join(', ')}`),
    ...plan.taped.map((one) => `No bin left: tape to its part and label “${one.label}”`),
    '',
    ...(plan.steps.fit.length ? [`Fitting, ${plan.steps.fit.length} steps`, ...plan.steps.fit.flatMap(lines), ''] : []),
    ...plan.whileOpen.map(({ words }) => `Worth doing while it is open: ${words}`),
    `Putting back, ${plan.steps.refit.length} steps`,
    ...plan.steps.refit.flatMap(lines),
    '',
    `Total: likely ${minutes(time.likelySeconds)}, safe ${minutes(time.safeSeconds)}`,
    ...(plan.waitSeconds > 0 ? [`Waiting for work to dry besides: ${minutes(plan.waitSeconds)}`] : []),
    ...(plan.secondHandsSeconds > 0 ? [`A second person for ${minutes(plan.secondHandsSeconds)} of it`] : []),
    '',
    ...plan.ways,
    ...plan.cautions.map((caution) => `! ${caution.text}`),
    '',
  ].join('\n');
}

/** How a new part is fixed, asked: the best way first. */
const asked = ({ of, choices, lacks }: FixingQuestion): string[] => [
  `How is the new one fixed at ${of}? Plan it again with --new ${of}=… and one of these; nothing is drilled or put on for it here.`,
  ...choices.map(({ way, because }) => `     ${way}: ${because}`),
  ...(lacks ? [`     ${lacks}`] : []),
  '',
];

/** A step with where, tool and bins, and how it is done on a line of its own. */
function lines({ kind, title, where, detail, tool, bins }: PlannedStep, at: number): string[] {
  const ends = [
    where,
    tool === 'hand' || kind === 'gate' ? '' : toolFor(tool).name,
    bins.length ? `[bin ${bins.join(', ')}]` : '',
  ].filter(Boolean);
  return [`${String(at + 1).padStart(4)} ${[title, ...ends].join(' · ')}`, ...(detail ? [`     ${detail}`] : [])];
}

import { gateWords, instructionFor } from '../../src/core/wording';
import type { Plan, PlannedAction } from '../../src/core/plan';
import type { RefitStep } from '../../src/core/wording';
import type { ProcedureDocument } from '../../src/core/procedure';

const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;

/** A plan as plain text for a terminal or paper. */
export function printPlan(documents: ProcedureDocument[], plan: Plan): string {
  const line = (step: PlannedAction | RefitStep, at: number) => {
    if (step.type === 'gate')
      return `     ${gateWords(documents, step as RefitStep)}: ${(step as RefitStep).checks.map((check) => check.text).join('; ')}`;
    const { verb, plate, thing, count } = instructionFor(documents, step);
    const bin = step.bin ? ` [bin ${step.bin}]` : '';
    return `${String(at + 1).padStart(4)} ${verb} ${[count && count > 1 ? `${count} ×` : '', plate, thing].filter(Boolean).join(' ')}${bin}`;
  };
  const { cost, recorded, time } = plan;
  return [
    documents.map((document) => document.title).join(' + '),
    '',
    `Removal, ${minutes(cost.seconds)}, ${cost.toolChanges} tool changes${cost.optimal ? ', proved best' : `, at least ${minutes(cost.lowerBound)} in any order`}` +
      ` (as recorded ${minutes(recorded.seconds)}, ${recorded.toolChanges} tool changes)`,
    ...plan.removal.map(line),
    '',
    ...plan.routesTaken.map((route) => route.words),
    'Tools: ' + (plan.tools.map((tool) => tool.name).join(', ') || 'bare hand'),
    ...plan.spares.filter((spare) => spare.spares > 0).map((spare) => `Have ${spare.spares} spare ${spare.name}`),
    ...plan.replacements.map((one) => `Have ${one.count} × ${one.material}`),
    ...plan.taped.map((one) => `No bin left: tape to its part and label “${one.label}”`),
    '',
    'Putting back',
    ...plan.refit.map(line),
    '',
    `Total: likely ${minutes(time.likelySeconds)}, safe ${minutes(time.safeSeconds)}`,
    '',
    ...plan.cautions.map((caution) => `! ${caution.text}`),
    '',
  ].join('\n');
}

import { instructionFor, type Plan, type PlannedAction, type RefitStep } from '../../src/core/plan';
import type { ProcedureDocument } from '../../src/core/procedure';

/** A plan as plain text for a terminal or paper. */
export function printPlan(document: ProcedureDocument, plan: Plan): string {
  const line = (step: PlannedAction | RefitStep, at: number) => {
    if (step.type === 'gate') return `     gate ${(step as RefitStep).gate}: ${(step as RefitStep).checks.map((check) => check.text).join('; ')}`;
    const { verb, plate, thing, count } = instructionFor([document], step);
    const bin = step.bin ? ` [bin ${step.bin}]` : '';
    return `${String(at + 1).padStart(4)} ${verb} ${[count && count > 1 ? `${count} ×` : '', plate, thing].filter(Boolean).join(' ')}${bin}`;
  };
  return [
    document.title, '',
    `Removal, about ${Math.round(plan.cost.seconds / 60)} min, ${plan.cost.toolChanges} tool changes`, ...plan.removal.map(line), '',
    'Tools: ' + (plan.tools.map((tool) => tool.name).join(', ') || 'bare hand'), '',
    'Putting back', ...plan.refit.map(line), '',
    ...plan.cautions.map((caution) => `! ${caution.text}`), '',
  ].join('\n');
}

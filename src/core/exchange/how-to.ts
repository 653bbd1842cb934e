import { toolFor, applicabilityWords } from '../trade';
import type { Plan } from '../telling';
import type { ProcedureDocument } from '../document';

/** A duration of ISO 8601. @example iso8601(90); // "PT90S" */
const iso8601 = (seconds: number) => `PT${Math.round(seconds)}S`;

/**
 * Taking a zone apart and putting it back as a schema.org HowTo (JSON-LD): sections of steps, tools, supplies, time. Terms of schema.org from memory: HowTo, HowToSection, HowToStep,
 * HowToDirection, HowToTip, HowToTool, HowToSupply, totalTime.
 */
export function howTo(document: ProcedureDocument, plan: Plan): object {
  const section = (name: string, steps: Plan['steps']['removal']) => ({
    '@type': 'HowToSection',
    name,
    itemListElement: steps.map(({ title, detail, where }, at) => ({
      '@type': 'HowToStep',
      position: at + 1,
      name: title,
      itemListElement: [
        { '@type': 'HowToDirection', text: [title, where].filter(Boolean).join(', ') },
        ...(detail ? [{ '@type': 'HowToTip', text: detail }] : []),
      ],
    })),
  });
  const supplies = [
    ...plan.spares.filter(({ spares }) => spares > 0).map(({ name, spares }) => ({ name, requiredQuantity: spares })),
    ...plan.replacements.map(({ material, count }) => ({ name: material, requiredQuantity: count })),
    ...plan.materials.map(({ name }) => ({ name })),
  ];
  return {
    '@context': 'https://schema.org',
    '@type': 'HowTo',
    name: document.title,
    identifier: document.id,
    description: `${document.applies.map(applicabilityWords).join('; ')}. The vehicle maker’s manual comes first.`,
    totalTime: iso8601(plan.time.likelySeconds),
    tool: plan.tools.map(({ tool }) => ({ '@type': 'HowToTool', name: toolFor(tool).name })),
    supply: supplies.map((one) => ({ '@type': 'HowToSupply', ...one })),
    step: [section('Take apart', plan.steps.removal), section('Put back', plan.steps.refit)],
  };
}

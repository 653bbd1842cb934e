import { runPlanOf, type RunPlan, makePlan } from '@/core/telling';
import type { RunEvent, RunFact } from '@/core/bay';
import type { ProcedureDocument } from '@/core/document';

/** Stamps facts as one device would, one after another. */
export function stamp(facts: RunFact[], device = 'tablet-a', person = 'bea', startLamport = 1): RunEvent[] {
  return facts.map((fact, at) => ({
    id: `00000000-0000-4000-8000-${device.slice(-1).charCodeAt(0).toString(16).padStart(4, '0')}${String(startLamport + at).padStart(8, '0')}`,
    lamport: startLamport + at,
    device,
    seq: startLamport + at,
    person,
    at: '2026-03-02T09:00:00.000Z',
    ...fact,
  }));
}

/** An action done; a wait as a tablet saw it last for an hour. */
export const doneFact = (action: string): RunFact => ({
  type: 'done',
  action,
  ...(/^wait(#|$)/.test(action) ? { elapsed: 3600 } : {}),
});

/** The run plan of a document and goal. */
export function runPlanFor(document: ProcedureDocument, goals: string[], options = {}): RunPlan {
  const result = makePlan({ documents: [document], goals, options });
  if (!result.ok) throw new Error(result.problems[0].message);
  return runPlanOf(result.plan, { documents: [document], options, goals, newParts: [] });
}

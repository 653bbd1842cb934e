import { makePlan, type Plan } from '@/core/telling';
import type { ProcedureDocument } from '@/core/document';

/** The plan of one document. @throws Error with the first problem where there is none. */
export function planOf(document: ProcedureDocument, goals: string[], options: Record<string, string>): Plan {
  const result = makePlan({ documents: [document], goals, options });
  if (!result.ok) throw new Error(result.problems[0].message);
  return result.plan;
}

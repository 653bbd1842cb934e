import { itemKey, parseReference, type ProcedureDocument } from '../../document';
import type { TestSet } from '../../planning';
import type { PlanProblem } from './plan-types';

/**
 * Reads the sets of parts that are tried as one, each as people write it: "kite-front-door/woofer,kite-kick-panel/crossover"; in a plan over one procedure without it. Members of procedures that are
 * not planned do not count: a set has only what the job opens.
 */
export function readSets(
  documents: readonly ProcedureDocument[],
  texts: readonly string[],
): { sets: TestSet[]; problems: PlanProblem[] } {
  const problems: PlanProblem[] = [];
  const sets = texts.map((text, at): TestSet => {
    const members = text
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean)
      .flatMap((name) => {
        const reference = parseReference(name);
        const procedure = reference?.procedure ?? documents[0]?.id ?? '';
        const document = documents.find(({ id }) => id === procedure);
        const isThere = document && [...document.parts, ...document.links].some(({ id }) => id === reference?.item);
        if (document && !isThere)
          problems.push({
            code: 'set-unknown',
            message: `Tried as one: nothing here is called “${name}”.`,
            items: [name],
          });
        return isThere ? [itemKey({ procedure, item: reference!.item })] : [];
      });
    return { id: `set-${at + 1}`, members };
  });
  return { sets: sets.filter(({ members }) => members.length > 1), problems };
}

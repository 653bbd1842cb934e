import { BASE_CATALOGUE, type Catalogue } from '../../trade';
import { indexItems, type ProcedureDocument } from '../../document';
import type { Remark } from './remark';
import { checkDrawing, checkUnsaid } from './drawing-check';
import { mostSets } from './effort';
import { checkHardware, checkPlaces } from './hardware-check';
import { checkLookAlikes } from './look-alikes';
import { checkOptionUse, coverOptions } from './options-check';
import { checkReferences } from './references-check';
import { checkWork } from './work-check';

/** What the checker found, and over how many option sets it looked. */
export interface CheckResult {
  remarks: Remark[];
  coverage: { sets: number; of: number; exhaustive: boolean };
}

/**
 * Checks a document of valid form: references, hardware, places, options, and under every option set (pairwise where there
 * are too many) whether the work can be carried out. Errors first. Cost: linear in items times option sets.
 */
export function checkProcedure(document: ProcedureDocument, catalogue: Catalogue = BASE_CATALOGUE): CheckResult {
  const index = indexItems(document);
  const coverage = coverOptions(document, mostSets(index.typeOf.size));
  const remarks = [
    ...checkReferences(document, index),
    ...checkHardware(document, index, catalogue),
    ...checkPlaces(document, index, catalogue),
    ...checkOptionUse(document, index),
    ...checkWork(document, catalogue, coverage.sets),
    ...checkLookAlikes(document, index, catalogue),
    ...checkUnsaid(document, index, catalogue),
    ...checkDrawing(document, index, catalogue),
  ];
  const unique = [...new Map(remarks.map((remark) => [`${remark.code}|${remark.message}`, remark])).values()];
  unique.sort((a, b) => Number(b.level === 'error') - Number(a.level === 'error'));
  return {
    remarks: unique,
    coverage: { sets: coverage.sets.length, of: coverage.of, exhaustive: coverage.exhaustive },
  };
}

/** True where a remark stands against planning and publishing: one of them is an error. */
export const hasErrors = (remarks: Remark[]) => remarks.some((remark) => remark.level === 'error');

import type { OptionValues, ProcedureDocument } from './types';

/** An option value that cannot be used, in trade words. */
export interface OptionProblem {
  code: 'option-unknown' | 'option-value';
  option: string;
  message: string;
}

/** Every option of the documents with all its listed values, sorted by name. */
export function listOptions(documents: ProcedureDocument[]): Map<string, string[]> {
  const all = new Map<string, string[]>();
  for (const document of documents) {
    for (const [option, values] of Object.entries(document.options ?? {})) {
      all.set(option, [...new Set([...(all.get(option) ?? []), ...values])]);
    }
  }
  return new Map([...all].sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** Checks given values against what the documents list; a value that is not listed is an error, not a guess. */
export function checkOptions(documents: ProcedureDocument[], given: OptionValues): OptionProblem[] {
  const listed = listOptions(documents);
  return Object.entries(given).flatMap(([option, value]): OptionProblem[] => {
    const values = listed.get(option);
    if (!values) return [{ code: 'option-unknown', option, message: `No option is called “${option}” here.` }];
    if (values.includes(value)) return [];
    return [
      { code: 'option-value', option, message: `“${value}” is not a value of ${option}: use ${values.join(' or ')}.` },
    ];
  });
}

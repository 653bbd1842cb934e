import {
  type ItemIndex,
  itemsOf,
  namedWords,
  type OptionValues,
  type ProcedureDocument,
  type When,
} from '../../document';
import { capital } from '../../trade';
import { error, warning, type Remark } from './remark';

/** Options nothing depends on, and conditions on options or values that do not exist. */
export function checkOptionUse(document: ProcedureDocument, index: ItemIndex): Remark[] {
  const options = document.options ?? {};
  const items = itemsOf(document);
  const named = new Set(items.flatMap((item) => Object.keys(item.when ?? {})));
  const unused = Object.keys(options)
    .filter((option) => !named.has(option))
    .map((option) =>
      warning(
        'unused-option',
        [option],
        `No item depends on the option “${option}”.`,
        'Say which items need it, or remove the option.',
      ),
    );
  return [
    ...unused,
    ...items.flatMap(({ id, when }) => badConditions(id, capital(namedWords(index, id)), when, options)),
  ];
}

function badConditions(id: string, name: string, when: When | undefined, options: Record<string, string[]>): Remark[] {
  return Object.entries(when ?? {}).flatMap(([option, wanted]) => {
    if (!options[option])
      return [
        error(
          'unknown-option',
          [id],
          `${name}: depends on “${option}”, which is no option here.`,
          `Add the option “${option}” with its values.`,
        ),
      ];
    return (Array.isArray(wanted) ? wanted : [wanted])
      .filter((value) => !options[option].includes(value))
      .map((value) =>
        error(
          'unknown-option',
          [id],
          `${name}: needs ${option} = “${value}”, which is not one of its values.`,
          `Add “${value}” to ${option}, or correct it.`,
        ),
      );
  });
}

/** The option sets the checker looks at. `of` is how many there are in all. */
export interface OptionCoverage {
  sets: OptionValues[];
  of: number;
  exhaustive: boolean;
}

/**
 * Every combination of option values where there are at most `limit`; else a set of combinations in which every pair of
 * values of two options occurs (greedy pairwise cover, deterministic), cut at `limit`.
 */
export function coverOptions(document: ProcedureDocument, limit: number): OptionCoverage {
  const options = Object.entries(document.options ?? {}).filter(([, values]) => values.length > 0);
  const of = options.reduce((product, [, values]) => product * values.length, 1);
  if (of <= limit) return { sets: allSets(options), of, exhaustive: true };
  return { sets: pairwiseSets(options, limit), of, exhaustive: false };
}

function allSets(options: [string, string[]][]): OptionValues[] {
  return options.reduce<OptionValues[]>(
    (sets, [option, values]) => sets.flatMap((set) => values.map((value) => ({ ...set, [option]: value }))),
    [{}],
  );
}

function pairwiseSets(options: [string, string[]][], limit: number): OptionValues[] {
  const pair = (a: string, av: string, b: string, bv: string) =>
    JSON.stringify(a < b ? [a, av, b, bv] : [b, bv, a, av]);
  const open = new Set<string>();
  options.forEach(([a, avs], i) =>
    options.slice(i + 1).forEach(([b, bvs]) => avs.forEach((av) => bvs.forEach((bv) => open.add(pair(a, av, b, bv))))),
  );
  const sets: OptionValues[] = [];
  while (open.size && sets.length < limit) {
    const [a, av, b, bv] = JSON.parse(open.values().next().value!) as string[];
    const set: OptionValues = { [a]: av, [b]: bv };
    for (const [option, values] of options) {
      if (set[option] !== undefined) continue;
      const gain = (value: string) =>
        Object.entries(set).filter(([other, ov]) => open.has(pair(option, value, other, ov))).length;
      set[option] = values.reduce((best, value) => (gain(value) > gain(best) ? value : best));
    }
    const chosen = Object.entries(set);
    chosen.forEach(([x, xv], i) => chosen.slice(i + 1).forEach(([y, yv]) => open.delete(pair(x, xv, y, yv))));
    sets.push(set);
  }
  return sets;
}

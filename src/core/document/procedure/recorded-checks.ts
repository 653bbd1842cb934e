import { foldText } from '../../trade';
import { itemKey, readItemKey } from './item-ref';
import type { ProcedureDocument } from './types';

/** What a recorded check names, "window and central lock", without its small words and plurals. */
const wordsOf = (text: string): string[] =>
  foldText(text)
    .split(/[^a-z0-9]+/)
    .filter((word) => word && !SMALL.has(word))
    .map((word) => word.replace(/(?<=..)s$/, ''));
const SMALL = new Set(['the', 'a', 'an', 'and', 'of', 'all', 'both', 'works', 'work', 'test', 'check', 'ok']);

/** Whether one of the lines asks for what a recorded check names already: all its words stand in it. */
export function isAskedBy(check: string, lines: readonly string[]): boolean {
  const asked = wordsOf(check);
  return lines.some((line) => {
    const said = new Set(wordsOf(line));
    return asked.every((word) => said.has(word));
  });
}

/** The key of a recorded check among the items of a line: "kite-rear-door/~check-1". Ids of items begin with a letter. */
export const checkKey = (procedure: string, at: number): string => itemKey({ procedure, item: `~check-${at + 1}` });

/** The recorded check that a key of `checkKey` names; null where it names none of this procedure. */
export function readCheckKey(document: Pick<ProcedureDocument, 'checks'>, key: string): string | null {
  const at = /^~check-(\d+)$/.exec(readItemKey(key)?.item ?? '')?.[1];
  return (at && document.checks?.[Number(at) - 1]) || null;
}

import { type ItemPatch, itemWords, indexItems, type ProcedureDocument } from '@/core/document';
import { capital } from '@/core/trade';

/** Changes fields of the item shown; `typing` while one is typed in. */
export type Change = (patch: ItemPatch, typing?: boolean) => void;

/** What each group of fields is given. */
export interface ItemProps<T> {
  document: ProcedureDocument;
  item: T;
  change: Change;
}

/** The document's parts to pick from, by their names. */
export function partChoices(document: ProcedureDocument, without?: string): [string, string][] {
  const index = indexItems(document);
  return document.parts
    .filter((part) => part.id !== without)
    .map((part): [string, string] => [part.id, capital(itemWords(index, part.id))]);
}

/** Entries of a catalogue to pick from, by their names. */
export const named = (map: ReadonlyMap<string, { name: string }>): [string, string][] =>
  [...map].map(([code, { name }]): [string, string] => [code, name]).sort(([, a], [, b]) => a.localeCompare(b, 'en'));

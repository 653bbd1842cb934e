import { indexItems, itemWords, type MergeConflict, type ProcedureDocument } from '../../document';
import { capital, lowerFirst } from '../../trade';
import { wordChanges } from './diff-words';

/** Where two went their own ways, and how it will be put together; `document` is the one here. */
export function conflictWords(document: ProcedureDocument, { item, mine, theirs, stands }: MergeConflict): string {
  const index = indexItems(document);
  const said = (change: MergeConflict['mine']) => lowerFirst(wordChanges([change], document, document)[0].sentence);
  const what = item && index.typeOf.has(item) ? itemWords(index, item) : 'the procedure';
  const outcome = stands === 'mine' ? 'What is here stays.' : 'What is there stays, where it is needed.';
  return `${capital(what)}. Here: ${said(mine)} There: ${said(theirs)} ${outcome}`;
}

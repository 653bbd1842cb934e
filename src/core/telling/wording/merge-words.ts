import { indexItems, itemWords, type MergeConflict, type ProcedureDocument } from '../../document';
import { capital } from '../../trade';
import { wordChanges } from './diff-words';

/** Where two went their own ways, and how it will be put together; `document` is the one here. */
export function conflictWords(document: ProcedureDocument, { item, mine, theirs, stands }: MergeConflict): string {
  const index = indexItems(document);
  const said = (change: MergeConflict['mine']) => wordChanges([change], document, document)[0].sentence;
  const what = item && index.typeOf.has(item) ? itemWords(index, item) : 'the procedure';
  const outcome = stands === 'mine' ? 'It stays as it is here.' : 'It stays as it is there, where it is needed.';
  return `${capital(what)}: here “${said(mine)}”, there “${said(theirs)}”. ${outcome}`;
}

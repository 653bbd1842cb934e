import { indexItems, itemWords, type MergeConflict, type ProcedureDocument } from '../procedure';
import { capital } from '../text';
import { wordChanges } from './diff-words';

/** Where two went their own ways, in a sentence; `document` is the one that was kept. */
export function conflictWords(document: ProcedureDocument, { item, mine, theirs }: MergeConflict): string {
  const index = indexItems(document);
  const said = (change: MergeConflict['mine']) => wordChanges([change], document, document)[0].sentence;
  const what = item && index.typeOf.has(item) ? itemWords(index, item) : 'the procedure';
  return `${capital(what)}: here “${said(mine)}”, there “${said(theirs)}”. It stays as it is here.`;
}

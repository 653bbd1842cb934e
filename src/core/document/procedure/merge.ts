import type { Change } from './diff';
import { editBetween, foldDraft } from './draft-log';
import type { ProcedureDocument } from './types';

/** Two drafts that changed the same thing differently. */
export interface MergeConflict {
  item: string | null;
  /** Null where one took the item out that the other changed or needs. */
  field: string | null;
  mine: Change;
  theirs: Change;
  /** Whose it is once they are put together. */
  stands: 'mine' | 'theirs';
}

/** Two drafts of one revision put together, mine as the later one: both keep what they put in; where both changed the same thing mine stands, unless I took out what theirs needs, and the conflict is named. */
export function mergeProcedures(
  base: ProcedureDocument,
  mine: ProcedureDocument,
  theirs: ProcedureDocument,
): { document: ProcedureDocument; conflicts: MergeConflict[] } {
  const edits = [
    editBetween(base, theirs, { id: 'theirs', lamport: 1, device: 'theirs', seq: 1 }),
    editBetween(base, mine, { id: 'mine', lamport: 2, device: 'mine', seq: 1 }),
  ].filter((edit) => edit !== null);
  const { document, losses } = foldDraft(base, edits);
  return {
    document,
    conflicts: losses.map(({ item, field, stands, lost }) => {
      const isMine = stands.device === 'mine';
      const [own, other] = isMine ? [stands, lost] : [lost, stands];
      return { item, field, mine: own.change, theirs: other.change, stands: isMine ? 'mine' : 'theirs' };
    }),
  };
}

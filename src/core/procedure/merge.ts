import { applyChanges, diffProcedures, type Change } from './diff';
import type { ProcedureDocument } from './types';

/** Two drafts that changed the same thing differently. */
export interface MergeConflict {
  item: string | null;
  /** Null where one took the item out that the other changed, or both put in one of that id. */
  field: string | null;
  mine: Change;
  theirs: Change;
}

const isSame = (a: Change, b: Change) =>
  a.kind === b.kind && a.item === b.item && a.field === b.field && JSON.stringify(a.to) === JSON.stringify(b.to);

/** Whether two changes cannot both be made: of one field to different values, or of an item that the other takes out. */
function clash(a: Change, b: Change): boolean {
  if (a.item !== b.item || isSame(a, b)) return false;
  if (a.item === null) return a.field === b.field && a.field !== 'order';
  return a.kind === 'removed' || b.kind === 'removed' || a.field === b.field;
}

/** Two drafts of one revision put together: what only one changed is taken over; where both changed the same thing mine stands, and the conflict is named. */
export function mergeProcedures(
  base: ProcedureDocument,
  mine: ProcedureDocument,
  theirs: ProcedureDocument,
): { document: ProcedureDocument; conflicts: MergeConflict[] } {
  const own = diffProcedures(base, mine);
  const conflicts: MergeConflict[] = [];
  const taken = diffProcedures(base, theirs).filter((change) => {
    if (own.some((one) => isSame(one, change))) return false;
    const against = own.find((one) => clash(one, change));
    if (against) conflicts.push({ item: change.item, field: change.field, mine: against, theirs: change });
    return !against;
  });
  // A list's order is what is left of mine with theirs at the end.
  return {
    document: applyChanges(
      mine,
      taken.filter(({ item, field }) => item !== null || field !== 'order'),
    ),
    conflicts,
  };
}

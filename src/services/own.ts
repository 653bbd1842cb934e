import { forbidden } from '../core/errors';
import { getProcedureRow, type Actor, type Db } from '../data';

/** A procedure of one's own branch, to be changed. Throws not-found, forbidden for one that another branch shares. */
export async function demandOwn(on: Db, by: Actor, id: string): Promise<void> {
  const { branch, title } = await getProcedureRow(on, id);
  if (branch !== by.branch)
    throw forbidden(
      'not-ours',
      `“${title}” belongs to another branch. Derive a procedure of your own from it, or leave a comment.`,
    );
}

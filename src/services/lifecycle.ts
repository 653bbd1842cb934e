import type { CommentForm, RetireForm } from '../contracts/schemas';
import { conflict, invalid } from '../core/errors';
import { itemsOf } from '../core/document';
import {
  askForReview as askForReviewRow,
  dbOf,
  findCurrentRevision,
  findDraft,
  findRetired,
  getProcedureRow,
  insertComment,
  retireProcedure,
  settleComment as settleCommentRow,
  transaction,
  unretireProcedure,
  type Actor,
} from '../data';
import { demandOwn } from './own';
import { demand } from './permission';

/** Asks a lead to look at a draft as it stands, or takes that back. Throws a conflict where it moved on. */
export async function askForReview(
  by: Actor,
  id: string,
  { version, ask }: { version: number; ask: boolean },
): Promise<void> {
  demand(by, 'record');
  const db = dbOf(by);
  await demandOwn(db, by, id);
  await askForReviewRow(db, id, version, ask ? by.id : null);
}

/** Takes a published procedure out of use, naming what replaces it where something does. Runs that follow it go on. Throws `invalid` for a replacement that is none. */
export async function retire(by: Actor, id: string, { why, replacedBy }: RetireForm): Promise<void> {
  demand(by, 'approve');
  await transaction(by, async (tx) => {
    await demandOwn(tx, by, id);
    if (replacedBy) {
      if (replacedBy === id) throw invalid('not-its-own', 'A procedure cannot replace itself.');
      if (!(await findCurrentRevision(tx, replacedBy)))
        throw invalid('no-replacement', 'What replaces it has to be a published procedure.');
      if (await findRetired(tx, replacedBy))
        throw conflict('no-replacement', 'What replaces it is retired itself: name the one that is in use.');
    }
    await retireProcedure(tx, id, { by: by.id, why: why ?? null, replacedBy: replacedBy ?? null });
  });
}

/** Puts a retired procedure in use again. */
export async function unretire(by: Actor, id: string): Promise<void> {
  demand(by, 'approve');
  const db = dbOf(by);
  await demandOwn(db, by, id);
  await unretireProcedure(db, id);
}

/** Says something of a procedure or one of its items. Throws not-found, `invalid` for an item that is not in it. */
export async function comment(by: Actor, id: string, { id: comment, item, words }: CommentForm): Promise<void> {
  demand(by, 'follow');
  const db = dbOf(by);
  await getProcedureRow(db, id);
  if (item) {
    const documents = [(await findDraft(db, id))?.document, (await findCurrentRevision(db, id))?.document];
    if (!documents.some((document) => document && itemsOf(document).some((one) => one.id === item)))
      throw invalid('no-item', 'That is not in this procedure any more.');
  }
  await insertComment(db, { id: comment, procedureId: id, item: item ?? null, words, by: by.id });
}

/** Settles what somebody said. */
export async function settleComment(by: Actor, id: string, comment_: string): Promise<void> {
  demand(by, 'record');
  const db = dbOf(by);
  await demandOwn(db, by, id);
  await settleCommentRow(db, id, comment_, by.id);
}

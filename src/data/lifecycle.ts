import { conflict, notFound } from '../core/errors';
import type { Db } from './pool';

/** A procedure that was taken out of use. */
export interface Retired {
  by: string;
  at: Date;
  why: string | null;
  replacedBy: { id: string; title: string } | null;
}

/** Why and by whom a procedure is out of use; null while it is in use. */
export async function findRetired(db: Db, id: string): Promise<Retired | null> {
  const { rows } = await db.query<{
    by: string;
    at: Date;
    why: string | null;
    next: string | null;
    title: string | null;
  }>(
    `select p.retired_by as by, p.retired_at as at, p.retired_why as why, r.id as next, r.title
       from procedures p left join procedures r on r.id = p.replaced_by where p.id = $1 and p.retired_at is not null`,
    [id],
  );
  if (!rows[0]) return null;
  const { by, at, why, next, title } = rows[0];
  return { by, at, why, replacedBy: next ? { id: next, title: title! } : null };
}

/** The retired ones of some procedures, with what replaces them. */
export async function listRetired(db: Db, ids: string[]): Promise<{ title: string; next: string | null }[]> {
  const { rows } = await db.query<{ title: string; next: string | null }>(
    `select p.title, r.title as next from procedures p left join procedures r on r.id = p.replaced_by
      where p.id = any($1) and p.retired_at is not null order by p.id`,
    [ids],
  );
  return rows;
}

/** Takes a procedure out of use. A conflict where somebody did already. */
export async function retireProcedure(
  db: Db,
  id: string,
  { by, why, replacedBy }: { by: string; why: string | null; replacedBy: string | null },
): Promise<void> {
  const { rowCount } = await db.query(
    `update procedures set retired_at = now(), retired_by = $2, retired_why = $3, replaced_by = $4, changed_at = now()
      where id = $1 and revision is not null and retired_at is null`,
    [id, by, why, replacedBy],
  );
  if (!rowCount) throw conflict('retired-already', 'It was never published, or somebody has just retired it.');
}

/** Puts a retired procedure in use again. */
export async function unretireProcedure(db: Db, id: string): Promise<void> {
  await db.query(
    'update procedures set retired_at = null, retired_by = null, retired_why = null, replaced_by = null, changed_at = now() where id = $1',
    [id],
  );
}

/** Asks a lead to look at a draft as it stands, or takes that back. A conflict where it moved on. */
export async function askForReview(db: Db, id: string, version: number, by: string | null): Promise<void> {
  const { rowCount } = await db.query(
    `update procedure_drafts set review_asked_by = $3, review_asked_at = case when $3::text is null then null else now() end
      where procedure_id = $1 and version = $2`,
    [id, version, by],
  );
  if (!rowCount) throw conflict('draft-moved-on', 'The draft was changed since you looked at it. Look again.');
}

/** What somebody said of a procedure, or of one of its items. */
export interface Comment {
  id: string;
  item: string | null;
  words: string;
  by: string;
  at: Date;
  settledBy: string | null;
  settledAt: Date | null;
}

/** What was said of a procedure, the latest first; open ones before settled ones. */
export async function listComments(db: Db, procedureId: string, limit: number): Promise<Comment[]> {
  const { rows } = await db.query<Comment>(
    `select id::text, item, words, said_by as by, said_at as at, settled_by as "settledBy", settled_at as "settledAt"
       from procedure_comments where procedure_id = $1 order by settled_at is not null, said_at desc limit $2`,
    [procedureId, limit],
  );
  return rows;
}

/** Keeps a comment. The same one sent twice is kept once. */
export async function insertComment(
  db: Db,
  one: { id: string; procedureId: string; item: string | null; words: string; by: string },
): Promise<void> {
  const { rowCount } = await db.query(
    'insert into procedure_comments (id, procedure_id, item, words, said_by) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [one.id, one.procedureId, one.item, one.words, one.by],
  );
  if (rowCount) return;
  const known = await db.query('select 1 from procedure_comments where id = $1 and procedure_id = $2', [
    one.id,
    one.procedureId,
  ]);
  if (!known.rowCount) throw conflict('comment-elsewhere', 'This comment was made on another procedure.');
}

/** Settles a comment. Throws not-found; one that is settled stays as it is. */
export async function settleComment(db: Db, procedureId: string, id: string, by: string): Promise<void> {
  const { rowCount } = await db.query(
    `update procedure_comments set settled_by = coalesce(settled_by, $3), settled_at = coalesce(settled_at, now())
      where procedure_id = $1 and id = $2`,
    [procedureId, id, by],
  );
  if (!rowCount) throw notFound('comment-unknown', 'There is no such comment any more.');
}

/** What a procedure was derived from: the revision whose changes it has, and the one in force there. */
export interface Origin {
  id: string;
  title: string;
  taken: number;
  current: number;
  isRetired: boolean;
}

/** What a procedure was derived from; null where it was recorded by itself. */
export async function findOrigin(db: Db, id: string): Promise<Origin | null> {
  const { rows } = await db.query<Origin>(
    `select o.id, o.title, coalesce(d.origin_revision, p.origin_revision) as taken, o.revision as current, o.retired_at is not null as "isRetired"
       from procedures p join procedures o on o.id = p.origin_id left join procedure_drafts d on d.procedure_id = p.id where p.id = $1`,
    [id],
  );
  return rows[0] ?? null;
}

/** Procedures that were derived from one, by title. */
export async function listVariants(db: Db, id: string): Promise<{ id: string; title: string }[]> {
  const { rows } = await db.query<{ id: string; title: string }>(
    'select id, title from procedures where origin_id = $1 order by title, id limit 200',
    [id],
  );
  return rows;
}

/** Notes what a procedure was derived from. */
export async function updateOrigin(db: Db, id: string, origin: string, revision: number): Promise<void> {
  await db.query('update procedures set origin_id = $2, origin_revision = $3 where id = $1', [id, origin, revision]);
}

/** Notes which revision of its origin a draft has the changes of; once it is published, so has the procedure. */
export async function updateDraftOrigin(db: Db, id: string, revision: number): Promise<void> {
  await db.query('update procedure_drafts set origin_revision = $2 where procedure_id = $1', [id, revision]);
}

/** Carries over to the procedure what its draft took from its origin. */
export async function keepDraftOrigin(db: Db, id: string): Promise<void> {
  await db.query(
    `update procedures p set origin_revision = d.origin_revision
       from procedure_drafts d where d.procedure_id = p.id and p.id = $1 and d.origin_revision is not null and p.origin_id is not null`,
    [id],
  );
}

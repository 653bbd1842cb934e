import { conflict, notFound } from '../core/errors';
import { readDocument, type ProcedureDocument } from '../core/document';
import type { Summary } from '../core/telling';
import { foldText, zoneName, type Applicability, type SearchQuery } from '../core/trade';
import type { Branch, Db } from './pool';

/** A procedure as lists show it. */
export interface ProcedureRow {
  id: string;
  title: string;
  zone: string;
  side: 'left' | 'right' | 'centre';
  /** The revision in force; null while it is only a draft. */
  revision: number | null;
  hasDraft: boolean;
  /** Its draft waits for a lead to look at it. */
  inReview: boolean;
  /** Null while it may be used. */
  retiredAt: Date | null;
  changedAt: Date;
  applies: string;
  /** Whose it is, and whether the other branches see it. */
  branch: Branch;
  isShared: boolean;
}

export interface Draft {
  version: number;
  document: ProcedureDocument;
  /** Who made it. */
  begunBy: string;
  editedBy: string;
  editedAt: Date;
  /** Who asked a lead to look at it, and when. */
  reviewAskedBy: string | null;
  reviewAskedAt: Date | null;
  /** The revision of what it was derived from whose changes it has. */
  originRevision: number | null;
}

export interface Revision {
  revision: number;
  document: ProcedureDocument;
  note: string;
  madeBy: string;
  approvedBy: string;
  approvedAt: Date;
}

/** A row with its document as this version reads it. */
const withDocument = <T extends { document: ProcedureDocument }>(row: T): T => ({
  ...row,
  document: readDocument(row.document),
});

/** The text the search box looks in: title, makes, models, bodies and the zone's words. */
const searchText = (document: ProcedureDocument) =>
  foldText(
    [
      document.title,
      ...document.applies.flatMap((a) => [a.make, a.model, a.body ?? '']),
      zoneName(document.zone),
      document.id,
    ].join(' '),
  );

/** Adds a procedure that has neither draft nor revision yet. */
export async function insertProcedure(
  db: Db,
  document: ProcedureDocument,
  by: string,
  from: { run: string; procedure: string } | null = null,
): Promise<void> {
  await db.query(
    `insert into procedures (id, title, zone, side, search_text, created_by, from_run, from_procedure, branch)
     values ($1, $2, $3, $4, $5, $6, $7, $8, current_branch())`,
    [
      document.id,
      document.title,
      document.zone,
      document.side,
      searchText(document),
      by,
      from?.run ?? null,
      from?.procedure ?? null,
    ],
  );
  await insertApplies(db, document);
}

/** The procedure that was recorded from a run while it ran; null where none was. */
export async function findRecordedFromRun(db: Db, run: string, procedure: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(
    'select id from procedures where from_run = $1 and from_procedure = $2',
    [run, procedure],
  );
  return rows[0]?.id ?? null;
}

/** Brings the search columns in line with a document. */
export async function updateProcedureColumns(db: Db, document: ProcedureDocument): Promise<void> {
  await db.query(
    'update procedures set title = $2, zone = $3, side = $4, search_text = $5, summary = null, wires_version = null, changed_at = now() where id = $1',
    [document.id, document.title, document.zone, document.side, searchText(document)],
  );
  await db.query('delete from procedure_applies where procedure_id = $1', [document.id]);
  await insertApplies(db, document);
}

async function insertApplies(db: Db, document: ProcedureDocument): Promise<void> {
  for (const { make, model, from, to, body, steering } of document.applies) {
    await db.query(
      `insert into procedure_applies (procedure_id, make, model, years, body, steering)
       values ($1, $2, $3, int4range($4::int, $5::int, '[]'), $6, $7)`,
      [document.id, make, model, from ?? null, to ?? null, body ?? null, steering ?? 'any'],
    );
  }
}

const ROW = `p.branch, p.is_shared as "isShared", p.id, p.title, p.zone, p.side, p.revision, p.changed_at as "changedAt",
  exists (select 1 from procedure_drafts d where d.procedure_id = p.id) as "hasDraft", p.retired_at as "retiredAt",
  exists (select 1 from procedure_drafts d where d.procedure_id = p.id and d.review_asked_at is not null) as "inReview",
  (select string_agg(a.make || ' ' || a.model || case
       when lower_inf(a.years) and upper_inf(a.years) then ''
       when upper_inf(a.years) then ' from ' || lower(a.years)
       when lower_inf(a.years) then ' to ' || (upper(a.years) - 1)
       else ' ' || lower(a.years) || '–' || (upper(a.years) - 1) end, ', ' order by a.make, a.model)
     from procedure_applies a where a.procedure_id = p.id) as applies`;

/** A procedure `p` that a branch (the parameter) sees: its own, and what others share. */
const seenBy = (parameter: number) => `(p.is_shared or p.branch = $${parameter})`;

/**
 * Procedures that match every part of the query, of those that a branch sees, by title; at most `limit`. One `like` for each word rather than
 * `like all`, which the trigram index cannot serve.
 */
export async function searchProcedures(
  db: Db,
  branch: Branch,
  query: SearchQuery,
  limit: number,
): Promise<ProcedureRow[]> {
  const words = query.words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);
  const { rows } = await db.query<ProcedureRow>(
    `select ${ROW} from procedures p
      where ${seenBy(5)} and ($1::text is null or p.zone = $1)
        and ($2::text is null or p.side in ($2, 'centre'))
        and ($3::int is null or p.years @> $3::int)
        ${words.map((_, at) => `and p.search_text like $${at + 6}`).join(' ')}
      order by p.title, p.side, p.id limit $4`,
    [query.zone, query.side, query.year, limit, branch, ...words],
  );
  return rows;
}

/** The summaries of the given procedures that are there, by id. */
export async function listSummaries(db: Db, ids: string[]): Promise<Map<string, Summary>> {
  const { rows } = await db.query<{ id: string; summary: Summary }>(
    'select id, summary from procedures where id = any($1) and summary is not null',
    [ids],
  );
  return new Map(rows.map(({ id, summary }) => [id, summary]));
}

/** Keeps summaries that were worked out from documents as they stood. */
export async function keepSummaries(db: Db, summaries: ReadonlyMap<string, Summary>): Promise<void> {
  await db.query('select keep_summaries($1, $2)', [[...summaries.keys()], [...summaries.values()]]);
}

/** What stands for each of the given procedures: the revision in force, else the draft. */
export async function listStandingDocuments(db: Db, ids: string[]): Promise<ProcedureDocument[]> {
  const { rows } = await db.query<{ document: ProcedureDocument }>(
    `select coalesce(r.document, d.document) as document
       from procedures p left join procedure_revisions r on r.procedure_id = p.id and r.revision = p.revision
            left join procedure_drafts d on d.procedure_id = p.id
      where p.id = any($1) and coalesce(r.document, d.document) is not null`,
    [ids],
  );
  return rows.map(({ document }) => readDocument(document));
}

/** When each of the given procedures was last worked through to the end, and by whom; those that never were are missing. */
export async function listLastDone(db: Db, ids: string[]): Promise<Map<string, { at: Date; person: string }>> {
  const { rows } = await db.query<{ id: string; at: Date; person: string }>(
    `select distinct on (p.procedure_id) p.procedure_id as id, r.finished_at as at, e.person_id as person
       from run_procedures p join runs r on r.id = p.run_id join events e on e.log_id = r.id and e.type = 'finished'
      where p.procedure_id = any($1) and r.finished_at is not null
      order by p.procedure_id, r.finished_at desc`,
    [ids],
  );
  return new Map(rows.map(({ id, at, person }) => [id, { at, person }]));
}

/** One procedure's row. Throws not-found. */
export async function getProcedureRow(db: Db, id: string): Promise<ProcedureRow> {
  const { rows } = await db.query<ProcedureRow>(`select ${ROW} from procedures p where p.id = $1`, [id]);
  if (!rows[0]) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
  return rows[0];
}

/** Says whether the other branches see a procedure. Throws not-found where it is not this branch's own. */
export async function updateShared(db: Db, branch: Branch, id: string, isShared: boolean): Promise<void> {
  const { rowCount } = await db.query('update procedures set is_shared = $3 where id = $1 and branch = $2', [
    id,
    branch,
    isShared,
  ]);
  if (rowCount === 0) throw notFound('procedure-unknown', `“${id}” is not a procedure of this branch.`);
}

/** True where a procedure has this id. */
export async function isProcedureId(db: Db, id: string): Promise<boolean> {
  const { rows } = await db.query<{ taken: boolean }>(`select is_taken('procedure', $1) as taken`, [id]);
  return rows[0].taken;
}

/** The draft of a procedure, or null. */
export async function findDraft(db: Db, id: string): Promise<Draft | null> {
  const { rows } = await db.query<Draft>(
    `select version, document, begun_by as "begunBy", edited_by as "editedBy", edited_at as "editedAt",
            review_asked_by as "reviewAskedBy", review_asked_at as "reviewAskedAt", origin_revision as "originRevision"
       from procedure_drafts where procedure_id = $1`,
    [id],
  );
  return rows[0] ? withDocument(rows[0]) : null;
}

/** Whether what stands as a draft was made by one of these saves. */
export async function isDraftSavedAs(db: Db, id: string, saves: string[]): Promise<boolean> {
  const { rows } = await db.query(
    'select 1 from procedure_drafts where procedure_id = $1 and saved_as = any($2::uuid[])',
    [id, saves],
  );
  return rows.length > 0;
}

/** Starts a draft at version 1. A conflict where there is one already. */
export async function insertDraft(db: Db, document: ProcedureDocument, by: string): Promise<void> {
  await db.query('insert into procedure_drafts (procedure_id, document, begun_by, edited_by) values ($1, $2, $3, $3)', [
    document.id,
    document,
    by,
  ]);
}

/** A save by the name its device gave it, and earlier ones of that device that got no answer. */
export interface DraftSave {
  id: string | null;
  unanswered: string[];
}

/**
 * Saves over the version the editor started from, or over what a save of the same device made that got no answer. A conflict where somebody saved in between: nothing
 * is overwritten.
 */
export async function updateDraft(
  db: Db,
  document: ProcedureDocument,
  fromVersion: number,
  by: string,
  save: DraftSave,
): Promise<number> {
  const { rows } = await db.query<{ version: number }>(
    `update procedure_drafts set version = version + 1, document = $3, edited_by = $4, edited_at = now(), saved_as = $5
      where procedure_id = $1 and (version = $2 or saved_as = any($6::uuid[])) returning version`,
    [document.id, fromVersion, document, by, save.id, save.unanswered],
  );
  if (!rows[0])
    throw conflict(
      'draft-moved-on',
      'Somebody else saved this draft in the meantime. Your changes are still here, unsaved.',
    );
  return rows[0].version;
}

/** Throws the draft away. */
export async function deleteDraft(db: Db, id: string): Promise<void> {
  await db.query('delete from procedure_drafts where procedure_id = $1', [id]);
}

/** Removes a procedure that never had a revision. */
export async function deleteUnapproved(db: Db, id: string): Promise<void> {
  await db.query('delete from procedures where id = $1 and revision is null', [id]);
}

/** Makes the next revision and puts it in force. Returns its number. */
export async function insertRevision(
  db: Db,
  document: ProcedureDocument,
  note: string,
  madeBy: string,
  approvedBy: string,
): Promise<number> {
  const { rows } = await db.query<{ revision: number }>(
    `insert into procedure_revisions (procedure_id, revision, document, note, made_by, approved_by)
     select $1, coalesce(max(revision), 0) + 1, $2, $3, $4, $5 from procedure_revisions where procedure_id = $1
     returning revision`,
    [document.id, document, note, madeBy, approvedBy],
  );
  await db.query('update procedures set revision = $2 where id = $1', [document.id, rows[0].revision]);
  return rows[0].revision;
}

/** The revision in force, or null while there is none. */
export async function findCurrentRevision(db: Db, id: string): Promise<Revision | null> {
  const { rows } = await db.query<Revision>(
    `select r.revision, r.document, r.note, r.made_by as "madeBy", r.approved_by as "approvedBy", r.approved_at as "approvedAt"
       from procedures p join procedure_revisions r on r.procedure_id = p.id and r.revision = p.revision where p.id = $1`,
    [id],
  );
  return rows[0] ? withDocument(rows[0]) : null;
}

/** One revision of a procedure, or null where it has none of that number. */
export async function findRevision(db: Db, id: string, revision: number): Promise<Revision | null> {
  const { rows } = await db.query<Revision>(
    `select revision, document, note, made_by as "madeBy", approved_by as "approvedBy", approved_at as "approvedAt"
       from procedure_revisions where procedure_id = $1 and revision = $2`,
    [id, revision],
  );
  return rows[0] ? withDocument(rows[0]) : null;
}

/** All revisions, newest first, without their documents. */
export async function listRevisions(db: Db, id: string): Promise<Omit<Revision, 'document'>[]> {
  const { rows } = await db.query<Omit<Revision, 'document'>>(
    `select revision, note, made_by as "madeBy", approved_by as "approvedBy", approved_at as "approvedAt"
       from procedure_revisions where procedure_id = $1 order by revision desc`,
    [id],
  );
  return rows;
}

/** A procedure in force with the vehicles it was recorded for. */
export interface ProcedureRanges extends ProcedureRow {
  ranges: Applicability[];
}

/** The revisions in force of the given procedures, by id. Null for one that has none, missing where there is no such procedure. */
export async function listCurrentDocuments(
  db: Db,
  ids: string[],
): Promise<Map<string, { document: ProcedureDocument; revision: number } | null>> {
  const { rows } = await db.query<{ id: string; document: ProcedureDocument | null; revision: number }>(
    `select p.id, r.document, r.revision
       from procedures p left join procedure_revisions r on r.procedure_id = p.id and r.revision = p.revision where p.id = any($1)`,
    [ids],
  );
  return new Map(
    rows.map(({ id, document, revision }) => [id, document && { document: readDocument(document), revision }]),
  );
}

/** Procedures that more are not offered at the bench at once. */
const MOST_MEASURED = 500;

/** Approved documents with measured mounts, by title. */
export async function listMeasured(db: Db): Promise<ProcedureDocument[]> {
  const { rows } = await db.query<{ document: ProcedureDocument }>(
    `select r.document from procedures p join procedure_revisions r on r.procedure_id = p.id and r.revision = p.revision
      where jsonb_array_length(coalesce(r.document -> 'mounts', '[]')) > 0 order by p.title, p.id limit $1`,
    [MOST_MEASURED],
  );
  return rows.map(({ document }) => readDocument(document));
}

/** Approved procedures of the given makes, with the vehicles each was recorded for. */
export async function listProceduresOfMakes(db: Db, branch: Branch, makes: string[]): Promise<ProcedureRanges[]> {
  const { rows } = await db.query<ProcedureRanges>(
    `select ${ROW}, (
         select json_agg(json_strip_nulls(json_build_object('make', a.make, 'model', a.model, 'from', lower(a.years), 'to', upper(a.years) - 1, 'body', a.body, 'steering', a.steering)))
           from procedure_applies a where a.procedure_id = p.id) as ranges
       from procedures p
      where p.revision is not null and p.retired_at is null and ${seenBy(2)}
        and exists (select 1 from procedure_applies a where a.procedure_id = p.id and lower(a.make) = any($1))
      order by p.zone, p.side, p.id`,
    [makes.map((make) => make.toLowerCase()), branch],
  );
  return rows;
}

const TITLE_WITH_SIDE = `title || case side when 'centre' then '' else ', ' || side end`;

/** Procedures in force that a branch may see, with their titles and sides, by title. */
export async function listTitlesInForce(db: Db, branch: Branch): Promise<{ id: string; title: string }[]> {
  const { rows } = await db.query<{ id: string; title: string }>(
    `select id, ${TITLE_WITH_SIDE} as title from procedures p
      where p.revision is not null and p.retired_at is null and ${seenBy(1)} order by 2, 1 limit 2000`,
    [branch],
  );
  return rows;
}

/** The titles of procedures with their side, by id. */
export async function listTitles(db: Db, ids: string[]): Promise<Map<string, string>> {
  const { rows } = await db.query<{ id: string; title: string }>(
    `select id, ${TITLE_WITH_SIDE} as title from procedures where id = any($1)`,
    [ids],
  );
  return new Map(rows.map(({ id, title }) => [id, title]));
}

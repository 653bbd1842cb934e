import { readDocument, type ProcedureDocument } from '../core/document';
import type { Provenance } from '../core/exchange';
import type { Db } from './pool';

/** Ids of procedures in force, by id; only these where some are named. */
export async function listPublishedIds(db: Db, ids: string[] | null): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'select id from procedures where revision is not null and ($1::text[] is null or id = any($1)) order by id',
    [ids],
  );
  return rows.map(({ id }) => id);
}

/** Every revision of a procedure, oldest first. */
export async function listRevisionDocuments(
  db: Db,
  id: string,
): Promise<{ revision: number; document: ProcedureDocument }[]> {
  const { rows } = await db.query<{ revision: number; document: ProcedureDocument }>(
    'select revision, document from procedure_revisions where procedure_id = $1 order by revision',
    [id],
  );
  return rows.map(({ revision, document }) => ({ revision, document: readDocument(document) }));
}

/** What was taken in from another shop: as which revision here (0: as a draft), by whom. */
export interface TakenIn extends Provenance {
  at: number;
  takenBy: string;
  takenAt: Date;
}

/** Where the revision in force, or the draft where there is none, came from; null where it was made here. */
export async function findProvenance(db: Db, id: string): Promise<TakenIn | null> {
  const { rows } = await db.query<TakenIn>(
    `select v.revision as "at", v.shop, v.their_revision as revision, v.verified, v.taken_by as "takenBy", v.taken_at as "takenAt"
       from provenances v join procedures p on p.id = v.procedure_id
      where v.procedure_id = $1 and v.revision <= coalesce(p.revision, 0) order by v.revision desc limit 1`,
    [id],
  );
  return rows[0] ?? null;
}

/** Notes where a revision came from; 0 for a draft. */
export async function insertProvenance(
  db: Db,
  id: string,
  revision: number,
  { shop, revision: theirs, verified }: Provenance,
  by: string,
): Promise<void> {
  await db.query(
    `insert into provenances (procedure_id, revision, shop, their_revision, verified, taken_by) values ($1, $2, $3, $4, $5, $6)
     on conflict (procedure_id, revision) do nothing`,
    [id, revision, shop, theirs, JSON.stringify(verified), by],
  );
}

/** Vehicles that runs of a procedure were finished on, with how often; without whose they are. */
export async function listVerifiedOn(
  db: Db,
  id: string,
  limit: number,
): Promise<{ vehicle: string; times: number; revision: number; person: string; at: Date }[]> {
  const { rows } = await db.query<{ vehicle: string; times: number; revision: number; person: string; at: Date }>(
    `select concat_ws(' ', v.make, v.model, v.year) as vehicle, count(*)::int as times, max(rp.revision) as revision,
            (array_agg(e.person_id order by r.finished_at desc))[1] as person, max(r.finished_at) as at
       from run_procedures rp join runs r on r.id = rp.run_id join jobs j on j.number = r.job_number join vehicles v on v.id = j.vehicle_id
            join events e on e.log_id = r.id and e.type = 'finished'
      where rp.procedure_id = $1 and r.finished_at is not null
      group by 1 order by max(r.finished_at) desc limit $2`,
    [id, limit],
  );
  return rows;
}

/** Photos of the given ids that are still kept, without their bytes. */
export async function listKeptPhotos(db: Db, ids: string[]): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'select id from photos where id = any($1::uuid[]) and redacted_at is null order by id',
    [ids],
  );
  return rows.map(({ id }) => id);
}

import { notFound } from '../core/errors';
import { readRunPlan, type RunPlan } from '../core/telling';
import { insertLog } from './logs';
import type { Branch, Db } from './pool';

export interface RunRow {
  id: string;
  jobNumber: number;
  title: string;
  plan: RunPlan;
  createdAt: Date;
  finishedAt: Date | null;
}

const RUN = 'id, job_number as "jobNumber", title, plan, created_at as "createdAt", finished_at as "finishedAt"';

/** A run with its plan as this version reads it. */
const asRun = (row: RunRow): RunRow => ({ ...row, plan: readRunPlan(row.plan) });

/** An event `e` that nobody took back. */
export const STANDS = `not exists (select 1 from events x where x.log_id = e.log_id and x.type = 'retracted' and x.fact->>'event' = e.id::text)`;

/** Opens a run with its log, its fixed plan and the revisions it follows. */
export async function insertRun(
  db: Db,
  run: {
    id: string;
    jobNumber: number;
    title: string;
    plan: RunPlan;
    by: string;
    revisions: [procedureId: string, revision: number][];
  },
): Promise<void> {
  await insertLog(db, { id: run.id, kind: 'run', jobNumber: run.jobNumber });
  await db.query('insert into runs (id, job_number, title, plan, created_by) values ($1, $2, $3, $4, $5)', [
    run.id,
    run.jobNumber,
    run.title,
    run.plan,
    run.by,
  ]);
  for (const [procedureId, revision] of run.revisions) {
    await db.query('insert into run_procedures (run_id, procedure_id, revision) values ($1, $2, $3)', [
      run.id,
      procedureId,
      revision,
    ]);
  }
}

/** One run. Throws not-found. */
export async function getRun(db: Db, id: string): Promise<RunRow> {
  const { rows } = await db.query<RunRow>(`select ${RUN} from runs where id = $1`, [id]);
  if (!rows[0]) throw notFound('run-unknown', 'There is no such run.');
  return asRun(rows[0]);
}

/** The ids of the procedures in a run's plan ("kite-rear-door@right" for a mirrored one). Throws not-found. */
export async function listRunDocuments(db: Db, id: string): Promise<string[]> {
  const { rows } = await db.query<{ ids: string[] }>(
    `select jsonb_path_query_array(plan, '$.documents[*].id') as ids from runs where id = $1`,
    [id],
  );
  if (!rows[0]) throw notFound('run-unknown', 'There is no such run.');
  return rows[0].ids;
}

/** The runs of the given jobs, oldest first. */
export async function listRunsOfJobs(db: Db, jobNumbers: number[]): Promise<RunRow[]> {
  const { rows } = await db.query<RunRow>(
    `select ${RUN} from runs where job_number = any($1) order by created_at, id`,
    [jobNumbers],
  );
  return rows.map(asRun);
}

/** A run without its plan. */
export type RunHead = Omit<RunRow, 'plan'>;

/** The runs of the given jobs without their plans, oldest first. */
export async function listRunHeads(db: Db, jobNumbers: number[]): Promise<RunHead[]> {
  const { rows } = await db.query<RunHead>(
    `select id, job_number as "jobNumber", title, created_at as "createdAt", finished_at as "finishedAt"
       from runs where job_number = any($1) order by created_at, id`,
    [jobNumbers],
  );
  return rows;
}

/** The plans of the given runs, by run. */
export async function listRunPlans(db: Db, ids: string[]): Promise<Map<string, RunPlan>> {
  const { rows } = await db.query<{ id: string; plan: RunPlan }>('select id, plan from runs where id = any($1)', [ids]);
  return new Map(rows.map(({ id, plan }) => [id, readRunPlan(plan)]));
}

/** Notes that a run is finished. */
export async function markFinished(db: Db, runId: string): Promise<void> {
  await db.query('update runs set finished_at = coalesce(finished_at, now()) where id = $1', [runId]);
}

/** What tells whether the finished runs have changed: how many there are and when the last was finished. */
export async function finishedMark(db: Db): Promise<string> {
  const { rows } = await db.query<{ mark: string }>(
    `select count(*) || ' ' || coalesce(max(finished_at)::text, '') as mark from runs where finished_at is not null`,
  );
  return rows[0].mark;
}

/** A procedure of a run that a later revision is out for. */
export interface NewerRow {
  procedure: string;
  follows: number;
  inForce: number;
}

/** Procedures that a run follows at an earlier revision than the one in force. */
export async function listNewer(db: Db, runId: string): Promise<NewerRow[]> {
  const { rows } = await db.query<NewerRow>(
    `select r.procedure_id as procedure, r.revision as follows, p.revision as "inForce"
       from run_procedures r join procedures p on p.id = r.procedure_id where r.run_id = $1 and p.revision > r.revision order by 1`,
    [runId],
  );
  return rows;
}

/**
 * What held stuck parts in earlier runs of the given procedures: part, culprit or cause, and how often. A run over several procedures tells of each only
 * what is its own.
 */
export async function listMisses(
  db: Db,
  procedureIds: string[],
): Promise<{ item: string; culprit: string | null; cause: string; count: number }[]> {
  const { rows } = await db.query<{ item: string; culprit: string | null; cause: string; count: number }>(
    `select e.fact->>'item' as item, e.fact->>'culprit' as culprit, e.fact->>'cause' as cause, count(*)::int as count
       from run_procedures p join events e on e.log_id = p.run_id
      where p.procedure_id = any($1) and e.type = 'stuck' and split_part(split_part(e.fact->>'item', '/', 1), '@', 1) = p.procedure_id
        and ${STANDS}
      group by 1, 2, 3`,
    [procedureIds],
  );
  return rows;
}

/** Open runs whose needs are not reserved yet: those of an older version of the program. */
export async function listUnreserved(db: Db, limit: number): Promise<{ id: string; branch: Branch; plan: RunPlan }[]> {
  const { rows } = await db.query<{ id: string; branch: Branch; plan: RunPlan }>(
    `select r.id, j.branch, r.plan from runs r join jobs j on j.number = r.job_number
      where r.finished_at is null and not r.reserved order by r.id limit $1`,
    [limit],
  );
  return rows.map(({ id, branch, plan }) => ({ id, branch, plan: readRunPlan(plan) }));
}

import { conflict } from '../core/errors';
import type { Said } from '../core/bench';
import type { Branch, Db } from './pool';

/** One result of the bench, as it is kept on its job. */
export interface BenchResultRow {
  id: string;
  jobNumber: number;
  tool: string;
  /** What was typed, by field. */
  given: Record<string, string>;
  said: string;
  standing: Said['standing'];
  why: string | null;
  /** What of a procedure it is about, "procedure/item": its lead is told. */
  about: string | null;
  keptBy: string;
  keptAt: Date;
}

/** Keeps a result on its job. The same one sent twice is kept once. A conflict where its id stands for another job's. */
export async function insertBenchResult(db: Db, one: Omit<BenchResultRow, 'keptAt'>): Promise<void> {
  const { rowCount } = await db.query(
    `insert into bench_results (id, job_number, tool, given, said, standing, why, about, kept_by) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (id) do nothing`,
    [
      one.id,
      one.jobNumber,
      one.tool,
      JSON.stringify(one.given),
      one.said,
      one.standing,
      one.why,
      one.about,
      one.keptBy,
    ],
  );
  if (rowCount) return;
  const known = await db.query('select 1 from bench_results where id = $1 and job_number = $2', [
    one.id,
    one.jobNumber,
  ]);
  if (!known.rowCount) throw conflict('result-elsewhere', 'This result was kept on another job.');
}

/** What was worked out for a job, the latest first. */
export async function listBenchResults(db: Db, jobNumber: number): Promise<BenchResultRow[]> {
  const { rows } = await db.query<BenchResultRow>(
    `select id, job_number as "jobNumber", tool, given, said, standing, why, about, kept_by as "keptBy", kept_at as "keptAt"
       from bench_results where job_number = $1 order by kept_at desc, id`,
    [jobNumber],
  );
  return rows;
}

/** Jobs whose vehicle was not given back yet, the latest first. */
export async function listOpenJobs(
  db: Db,
  branch: Branch,
  limit: number,
): Promise<{ number: number; title: string }[]> {
  const { rows } = await db.query<{ number: number; title: string }>(
    `select j.number, j.title from jobs j join logs l on l.job_number = j.number and l.kind = 'visit'
      where l.closed_position is null and j.branch = $2 order by j.number desc limit $1`,
    [limit, branch],
  );
  return rows;
}

import type { Db } from './pool';

/** Keeps what a finished run or a closed visit says, as the program of a version folded it; a second time changes nothing. */
export async function insertKeptReport(db: Db, logId: string, version: string, report: unknown): Promise<void> {
  await db.query(
    'insert into kept_reports (log_id, version, report) values ($1, $2, $3) on conflict (log_id) do nothing',
    [logId, version, JSON.stringify(report)],
  );
}

/** What is kept of the given logs, by log; those that are not finished or closed are missing. */
export async function listKeptReports<Report>(db: Db, logIds: string[]): Promise<Map<string, Report>> {
  const { rows } = await db.query<{ log: string; report: Report }>(
    'select log_id as log, report from kept_reports where log_id = any($1)',
    [logIds],
  );
  return new Map(rows.map(({ log, report }) => [log, report]));
}

/** Jobs with finished runs or a closed visit of which nothing is kept yet: an older version finished them. */
export async function listUnkeptJobs(db: Db, limit: number): Promise<number[]> {
  const { rows } = await db.query<{ job: number }>(
    `select distinct l.job_number as job from logs l left join runs r on r.id = l.id
      where (l.kind = 'visit' and l.closed_position > 0 or r.finished_at is not null) and not exists (select 1 from kept_reports k where k.log_id = l.id)
      order by 1 limit $1`,
    [limit],
  );
  return rows.map(({ job }) => job);
}

/** What the chains of some logs come to: how many events, the last hash of each log in the logs' order, and how many events do not fit. */
export async function readChains(
  db: Db,
  logIds: string[],
): Promise<{ count: number; chains: Buffer[]; faults: number }> {
  const { rows } = await db.query<{ count: number; chains: Buffer[] | null; faults: number }>(
    `select (select count(*)::int from events where log_id = any($1)) as count,
            (select array_agg(e.chain order by array_position($1::uuid[], e.log_id)) from (select distinct on (log_id) log_id, chain from events where log_id = any($1) order by log_id, number desc) e) as chains,
            (select count(*)::int from chain_faults($1)) as faults`,
    [logIds],
  );
  return { ...rows[0], chains: rows[0].chains ?? [] };
}

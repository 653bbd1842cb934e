import { notFound } from '../core/errors';
import type { RunEvent, RunPlan } from '../core/run';
import type { Db } from './pool';

export interface RunRow {
  id: string;
  jobNumber: number;
  title: string;
  plan: RunPlan;
  createdAt: Date;
  finishedAt: Date | null;
}

const RUN = 'id, job_number as "jobNumber", title, plan, created_at as "createdAt", finished_at as "finishedAt"';

/** Opens a run with its fixed plan and the revisions it follows. */
export async function insertRun(
  db: Db, run: { id: string; jobNumber: number; title: string; plan: RunPlan; by: string; revisions: [procedureId: string, revision: number][] },
): Promise<void> {
  await db.query(
    'insert into runs (id, job_number, title, plan, created_by) values ($1, $2, $3, $4, $5)',
    [run.id, run.jobNumber, run.title, run.plan, run.by],
  );
  for (const [procedureId, revision] of run.revisions) {
    await db.query('insert into run_procedures (run_id, procedure_id, revision) values ($1, $2, $3)', [run.id, procedureId, revision]);
  }
}

/** One run. Throws not-found. */
export async function getRun(db: Db, id: string): Promise<RunRow> {
  const { rows } = await db.query<RunRow>(`select ${RUN} from runs where id = $1`, [id]);
  if (!rows[0]) throw notFound('run-unknown', 'There is no such run.');
  return rows[0];
}

/** Holds a run for this transaction: one writer at a time, so that positions grow in the order events become visible. Throws not-found. */
export async function lockRun(db: Db, id: string): Promise<RunRow> {
  const { rows } = await db.query<RunRow>(`select ${RUN} from runs where id = $1 for update`, [id]);
  if (!rows[0]) throw notFound('run-unknown', 'There is no such run.');
  return rows[0];
}

/** The runs of the given jobs, oldest first. */
export async function listRunsOfJobs(db: Db, jobNumbers: number[]): Promise<RunRow[]> {
  const { rows } = await db.query<RunRow>(`select ${RUN} from runs where job_number = any($1) order by created_at, id`, [jobNumbers]);
  return rows;
}

/**
 * Appends events. One that is there already, by its id, changes nothing. Returns the ids that this run now holds; an id that
 * belongs to another run is missing from the answer.
 */
export async function appendEvents(db: Db, runId: string, events: RunEvent[], receivedFrom: string): Promise<string[]> {
  for (const event of events) {
    const { id, lamport, device, seq, person, at, type, ...fact } = event;
    await db.query(
      `insert into run_events (id, run_id, lamport, device, seq, person_id, at, type, fact, received_from)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing`,
      [id, runId, lamport, device, seq, person, at, type, fact, receivedFrom],
    );
  }
  const { rows } = await db.query<{ id: string }>(
    'select id from run_events where run_id = $1 and id = any($2)', [runId, events.map((event) => event.id)],
  );
  return rows.map((row) => row.id);
}

interface EventRow {
  position: string;
  runId: string;
  id: string;
  lamport: string;
  device: string;
  seq: string;
  person: string;
  at: Date;
  type: string;
  fact: Record<string, unknown>;
}

const EVENT = 'position, run_id as "runId", id, lamport, device, seq, person_id as person, at, type, fact';

const toEvent = (row: EventRow): RunEvent => ({
  id: row.id, lamport: Number(row.lamport), device: row.device, seq: Number(row.seq), person: row.person,
  at: row.at.toISOString(), type: row.type, ...row.fact,
} as RunEvent);

/** The events of a run that arrived after a position, in order of arrival, with the new position. */
export async function listEvents(db: Db, runId: string, after: number): Promise<{ events: RunEvent[]; position: number }> {
  const { rows } = await db.query<EventRow>(`select ${EVENT} from run_events where run_id = $1 and position > $2 order by position`, [runId, after]);
  return { events: rows.map(toEvent), position: rows.length ? Number(rows[rows.length - 1].position) : after };
}

/** The events of several runs, grouped by run. */
export async function listEventsOfRuns(db: Db, runIds: string[]): Promise<Map<string, RunEvent[]>> {
  const { rows } = await db.query<EventRow>(`select ${EVENT} from run_events where run_id = any($1) order by position`, [runIds]);
  const grouped = new Map<string, RunEvent[]>(runIds.map((id) => [id, []]));
  for (const row of rows) grouped.get(row.runId)!.push(toEvent(row));
  return grouped;
}

/** Notes that a run is finished. */
export async function markFinished(db: Db, runId: string): Promise<void> {
  await db.query('update runs set finished_at = coalesce(finished_at, now()) where id = $1', [runId]);
}

/** What tells whether the finished runs have changed: how many there are and when the last was finished. */
export async function finishedMark(db: Db): Promise<string> {
  const { rows } = await db.query<{ mark: string }>(`select count(*) || ' ' || coalesce(max(finished_at)::text, '') as mark from runs where finished_at is not null`);
  return rows[0].mark;
}

/** The runs finished last, newest first. */
export async function listFinishedRuns(db: Db, limit: number): Promise<RunRow[]> {
  const { rows } = await db.query<RunRow>(`select ${RUN} from runs where finished_at is not null order by finished_at desc, id limit $1`, [limit]);
  return rows;
}

import { notFound } from '../core/errors';
import type { Db } from './pool';

/** Why a lead must look at an event. */
export type FlagReason =
  | 'removed-person'
  | 'other-sender'
  | 'unknown-type'
  | 'unreadable'
  | 'foreign'
  | 'override'
  | 'late'
  | 'too-far-ahead'
  | 'protected'
  | 'not-own'
  | 'signed-already';

export interface FlagRow {
  id: string;
  logId: string;
  jobNumber: number;
  eventId: string | null;
  reason: FlagReason;
  detail: string;
  body: string | null;
  receivedFrom: string;
  raisedAt: Date;
}

/** A flag to raise. */
export interface NewFlag {
  eventId: string | null;
  reason: FlagReason;
  detail: string;
  body?: string;
}

/** Flags that a log takes: a lead looks at the first of them. */
const MOST_FLAGS = 500;
/** What is kept of an event that was set aside, letters. */
const MOST_KEPT = 4096;

/** Raises flags in one statement; the same flag on the same event is raised once, and no more than a lead can look at. */
export async function insertFlags(db: Db, logId: string, flags: NewFlag[], receivedFrom: string): Promise<void> {
  if (flags.length === 0) return;
  await db.query(
    `insert into flags (log_id, event_id, reason, detail, body, received_from)
     select $1, f."eventId", f.reason, f.detail, f.body, $3 from jsonb_to_recordset($2::jsonb) as f("eventId" uuid, reason text, detail text, body text)
      where (select count(*) from flags where log_id = $1) < ${MOST_FLAGS}
     on conflict (log_id, event_id, reason) where event_id is not null do nothing`,
    [
      logId,
      JSON.stringify(flags.slice(0, MOST_FLAGS).map((flag) => ({ ...flag, body: flag.body?.slice(0, MOST_KEPT) }))),
      receivedFrom,
    ],
  );
}

/** What nobody has looked at yet, of the given jobs, oldest first. */
export async function listOpenFlags(db: Db, jobNumbers: number[]): Promise<FlagRow[]> {
  const { rows } = await db.query<FlagRow>(
    `select f.id, f.log_id as "logId", l.job_number as "jobNumber", f.event_id as "eventId", f.reason, f.detail, f.body, f.received_from as "receivedFrom", f.raised_at as "raisedAt"
       from flags f join logs l on l.id = f.log_id where f.looked_at is null and l.job_number = any($1) order by f.raised_at, f.id`,
    [jobNumbers],
  );
  return rows;
}

/** Notes that somebody looked. Throws not-found. */
export async function markLooked(db: Db, id: string, by: string): Promise<void> {
  const { rowCount } = await db.query(
    'update flags set looked_by = coalesce(looked_by, $2), looked_at = coalesce(looked_at, now()) where id = $1',
    [id, by],
  );
  if (!rowCount) throw notFound('flag-unknown', 'There is no such record.');
}

import { notFound } from '../core/errors';
import type { EventStamp } from '../core/log';
import type { Db } from './pool';

/** A log of events: a run's, or a visit's. */
export interface LogRow {
  id: string;
  kind: 'run' | 'visit';
  jobNumber: number;
}

/** An event as the log keeps it. */
export type KeptEvent = EventStamp & { type: string };

/** Opens a log. */
export async function insertLog(db: Db, log: LogRow): Promise<void> {
  await db.query('insert into logs (id, kind, job_number) values ($1, $2, $3)', [log.id, log.kind, log.jobNumber]);
}

/** Holds a log for this transaction: one writer at a time, so that positions grow in the order events become visible. Throws not-found. */
export const lockLog = (db: Db, id: string): Promise<LogRow> => selectLog(db, id, 'for update');

/** One log. Throws not-found. */
export const getLog = (db: Db, id: string): Promise<LogRow> => selectLog(db, id, '');

async function selectLog(db: Db, id: string, lock: 'for update' | ''): Promise<LogRow> {
  const { rows } = await db.query<LogRow>(`select id, kind, job_number as "jobNumber" from logs where id = $1 ${lock}`, [id]);
  if (!rows[0]) throw notFound('log-unknown', 'There is no such run or visit.');
  return rows[0];
}

/**
 * Appends events. One that is there already, by its id, changes nothing. Returns the ids that this log now holds; an id that
 * belongs to another log is missing from the answer.
 */
export async function appendEvents(db: Db, logId: string, events: KeptEvent[], receivedFrom: string): Promise<string[]> {
  for (const event of events) {
    const { id, lamport, device, seq, person, at, type, ...fact } = event;
    await db.query(
      `insert into events (id, log_id, lamport, device, seq, person_id, at, type, fact, received_from)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing`,
      [id, logId, lamport, device, seq, person, new Date(at).toISOString(), type, fact, receivedFrom],
    );
  }
  const { rows } = await db.query<{ id: string }>(
    'select id from events where log_id = $1 and id = any($2)', [logId, events.map((event) => event.id)],
  );
  return rows.map((row) => row.id);
}

interface EventRow {
  position: string;
  logId: string;
  id: string;
  lamport: string;
  device: string;
  seq: string;
  person: string;
  at: Date;
  type: string;
  fact: Record<string, unknown>;
}

const EVENT = 'position, log_id as "logId", id, lamport, device, seq, person_id as person, at, type, fact';

const toEvent = <E extends KeptEvent>(row: EventRow): E => ({
  id: row.id, lamport: Number(row.lamport), device: row.device, seq: Number(row.seq), person: row.person,
  at: row.at.toISOString(), type: row.type, ...row.fact,
} as unknown as E);

/** The events of a log that arrived after a position, in order of arrival, with the new position. */
export async function listEvents<E extends KeptEvent>(db: Db, logId: string, after: number): Promise<{ events: E[]; position: number }> {
  const { rows } = await db.query<EventRow>(`select ${EVENT} from events where log_id = $1 and position > $2 order by position`, [logId, after]);
  return { events: rows.map(toEvent<E>), position: rows.length ? Number(rows[rows.length - 1].position) : after };
}

/** The events of several logs, grouped by log. */
export async function listEventsOf<E extends KeptEvent>(db: Db, logIds: string[]): Promise<Map<string, E[]>> {
  const { rows } = await db.query<EventRow>(`select ${EVENT} from events where log_id = any($1) order by position`, [logIds]);
  const grouped = new Map<string, E[]>(logIds.map((id) => [id, []]));
  for (const row of rows) grouped.get(row.logId)!.push(toEvent<E>(row));
  return grouped;
}

/** In which log each of the given events is; those that are in none are missing. */
export async function findLogsOfEvents(db: Db, eventIds: string[]): Promise<Map<string, string>> {
  const { rows } = await db.query<{ id: string; logId: string }>('select id, log_id as "logId" from events where id = any($1)', [eventIds]);
  return new Map(rows.map((row) => [row.id, row.logId]));
}

/** The highest logical time of a log; 0 where it is empty. */
export async function lastLamport(db: Db, logId: string): Promise<number> {
  const { rows } = await db.query<{ last: string | null }>('select max(lamport) as last from events where log_id = $1', [logId]);
  return Number(rows[0].last ?? 0);
}

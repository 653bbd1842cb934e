import { append } from '../core/lists';
import { notFound } from '../core/errors';
import type { EventStamp } from '../core/bay';
import type { Db } from './pool';

/** A log of events: a run's, or a visit's. */
export interface LogRow {
  id: string;
  kind: 'run' | 'visit';
  jobNumber: number;
  /** Whether it was finished or closed. */
  isClosed: boolean;
}

/** An event as the log keeps it. */
export type KeptEvent = EventStamp & { type: string };

/** Opens a log. */
export async function insertLog(db: Db, log: Omit<LogRow, 'isClosed'>): Promise<void> {
  await db.query('insert into logs (id, kind, job_number) values ($1, $2, $3)', [log.id, log.kind, log.jobNumber]);
}

/** Holds a log for this transaction: one writer at a time, so that positions grow in the order events become visible. Throws not-found. */
export const lockLog = (db: Db, id: string): Promise<LogRow> => selectLog(db, id, 'for update');

/** One log. Throws not-found. */
export const getLog = (db: Db, id: string): Promise<LogRow> => selectLog(db, id, '');

async function selectLog(db: Db, id: string, lock: 'for update' | ''): Promise<LogRow> {
  const { rows } = await db.query<LogRow>(
    `select id, kind, job_number as "jobNumber", closed_position is not null as "isClosed" from logs where id = $1 ${lock}`,
    [id],
  );
  if (!rows[0]) throw notFound('log-unknown', 'There is no such run or visit.');
  return rows[0];
}

/** The furthest a logical time may run ahead of its log: more would leave no room for those that follow. */
export const MOST_LAMPORT_AHEAD = 1_000_000;

/** Events that a log takes: the longest job of a year has a tenth of it. */
export const MOST_IN_LOG = 20_000;

/** One event as the statement below unpacks it. */
const packed = (events: KeptEvent[]) =>
  JSON.stringify(
    events.map(({ id, lamport, device, seq, person, at, type, late: _late, ...fact }) => ({
      id,
      lamport,
      device,
      seq,
      person,
      at: new Date(at).toISOString(),
      type,
      fact,
    })),
  );

/** Adds the events of $2 to the log in `held`, in their order, as received from $3. */
const INSERT = `insert into events (id, log_id, lamport, device, seq, person_id, at, type, fact, received_from)
  select e.id, held.id, e.lamport, e.device, e.seq, e.person, e.at, e.type, e.fact, $3
    from held cross join jsonb_to_recordset($2::jsonb) as e(id uuid, lamport bigint, device text, seq bigint, person text, at timestamptz, type text, fact jsonb)`;

/**
 * Appends events to a log that is held. One that is there already, by its id, changes nothing. Returns the ids that this log now holds; an id that
 * belongs to another log is missing from the answer.
 */
export async function appendEvents(
  db: Db,
  logId: string,
  events: KeptEvent[],
  receivedFrom: string,
): Promise<string[]> {
  if (events.length === 0) return [];
  await db.query(`with held as (select $1::uuid as id) ${INSERT} on conflict (id) do nothing`, [
    logId,
    packed(events),
    receivedFrom,
  ]);
  const { rows } = await db.query<{ id: string }>('select id from events where log_id = $1 and id = any($2)', [
    logId,
    events.map((event) => event.id),
  ]);
  return rows.map((row) => row.id);
}

/** Closes the runs of a job that never began: what arrives in them after the vehicle was given back stands beside. */
export async function closeIdleRuns(db: Db, jobNumber: number): Promise<void> {
  await db.query(
    `update logs set closed_position = 0 where job_number = $1 and kind = 'run' and closed_position is null`,
    [jobNumber],
  );
}

/** Closes a log with the event that was just added to it. What arrives from now on stands beside. */
export async function closeLog(db: Db, logId: string, eventId: string): Promise<void> {
  await db.query(
    'update logs set closed_position = (select position from events where id = $2) where id = $1 and closed_position is null',
    [logId, eventId],
  );
}

interface EventRow {
  position: string;
  logId: string;
  id: string;
  lamport: string;
  device: string;
  seq: string;
  person: string;
  at: Date | string;
  type: string;
  fact: Record<string, unknown>;
  late: boolean;
}

const COLUMNS =
  'e.position, e.log_id as "logId", e.id, e.lamport, e.device, e.seq, e.person_id as person, e.at, e.type, e.fact';
const EVENT = `${COLUMNS}, coalesce(e.position > l.closed_position, false) as late`;
const FROM = 'from events e join logs l on l.id = e.log_id';

const toEvent = <E extends KeptEvent>(row: EventRow): E =>
  ({
    id: row.id,
    lamport: Number(row.lamport),
    device: row.device,
    seq: Number(row.seq),
    person: row.person,
    at: new Date(row.at).toISOString(),
    type: row.type,
    ...row.fact,
    ...(row.late ? { late: true } : {}),
  }) as unknown as E;

/** Events that one answer carries at most: a long log comes in pages. */
export const PAGE_OF_EVENTS = 1000;

/** Some events of a log in order of arrival, the position of the last of them, and whether more came after it. */
export interface EventPage<E extends KeptEvent> {
  events: E[];
  position: number;
  more: boolean;
}

/** What one statement took in, and what it saw of the log besides. */
export interface Taken<E extends KeptEvent> extends EventPage<E> {
  added: string[];
}

/** A page of rows of which one more than a page was asked for. */
function pageOf<E extends KeptEvent>(rows: EventRow[], after: number): EventPage<E> {
  const page = rows.slice(0, PAGE_OF_EVENTS);
  return {
    events: page.map(toEvent<E>),
    position: page.length ? Number(page[page.length - 1].position) : after,
    more: rows.length > page.length,
  };
}

/**
 * Takes plain events into an open log and tells what is new since a position, in one statement that holds the log while it writes. Ids that are there already,
 * run too far ahead, or come to a log that is closed are missing from `added`, and need a closer look. The news are what the statement saw at its start: what others added
 * while it waited for the log, and its own, come with the next look. Throws `invalid` where a value is not the database's kind.
 */
export async function takePlainEvents<E extends KeptEvent>(
  db: Db,
  logId: string,
  sent: KeptEvent[],
  receivedFrom: string,
  after: number,
): Promise<Taken<E>> {
  const { rows } = await db.query<{ added: string[]; news: EventRow[] }>(
    `with held as (select id from logs where id = $1 and closed_position is null for update),
          last as (select coalesce(max(lamport), 0) as lamport, coalesce(max(number), 0) as number from events where log_id = $1),
          added as (${INSERT} cross join last where e.lamport <= last.lamport + ${MOST_LAMPORT_AHEAD} and last.number < ${MOST_IN_LOG} on conflict (id) do nothing returning id)
     select coalesce((select json_agg(id) from added), '[]') as added,
            coalesce((select json_agg(n order by n.position) from (select ${COLUMNS}, false as late from events e where e.log_id = $1 and e.position > $4 order by e.position limit ${PAGE_OF_EVENTS + 1}) n), '[]') as news`,
    [logId, packed(sent), receivedFrom, after],
  );
  const [{ added, news }] = rows;
  return { added, ...pageOf<E>(news, after) };
}

/** The events of a log that arrived after a position, in order of arrival, with the new position. */
export async function listEvents<E extends KeptEvent>(
  db: Db,
  logId: string,
  after: number,
): Promise<{ events: E[]; position: number }> {
  const { rows } = await db.query<EventRow>(
    `select ${EVENT} ${FROM} where e.log_id = $1 and e.position > $2 order by e.position`,
    [logId, after],
  );
  return { events: rows.map(toEvent<E>), position: rows.length ? Number(rows[rows.length - 1].position) : after };
}

/** A page of what arrived in a log after a position. */
export async function listEventPage<E extends KeptEvent>(db: Db, logId: string, after: number): Promise<EventPage<E>> {
  const { rows } = await db.query<EventRow>(
    `select ${EVENT} ${FROM} where e.log_id = $1 and e.position > $2 order by e.position limit ${PAGE_OF_EVENTS + 1}`,
    [logId, after],
  );
  return pageOf<E>(rows, after);
}

function groupByLog<E extends KeptEvent>(rows: EventRow[]): Map<string, E[]> {
  const grouped = new Map<string, E[]>();
  for (const row of rows) append(grouped, row.logId, toEvent<E>(row));
  return grouped;
}

/** The events of several logs, grouped by log; a log without any has an empty list. */
export async function listEventsOf<E extends KeptEvent>(db: Db, logIds: string[]): Promise<Map<string, E[]>> {
  const found = await listEventsAfter<E>(
    db,
    logIds.map((log) => ({ log, after: 0 })),
  );
  return new Map(logIds.map((id) => [id, found.get(id) ?? []]));
}

/** The position of the last event of each log; logs without any are missing. */
export async function listPositions(db: Db, logIds: string[]): Promise<Map<string, number>> {
  const { rows } = await db.query<{ log: string; position: string }>(
    `select l.id as log, (select max(position) from events e where e.log_id = l.id) as position from logs l where l.id = any($1)`,
    [logIds],
  );
  return new Map(rows.filter(({ position }) => position !== null).map(({ log, position }) => [log, Number(position)]));
}

/** The events of several logs that arrived after a position of each, grouped by log, in one statement. Logs without news are missing. */
export async function listEventsAfter<E extends KeptEvent>(
  db: Db,
  asked: { log: string; after: number }[],
): Promise<Map<string, E[]>> {
  const { rows } = await db.query<EventRow>(
    `select ${EVENT} ${FROM} join unnest($1::uuid[], $2::bigint[]) as a (log, after) on a.log = e.log_id and e.position > a.after order by e.position`,
    [asked.map(({ log }) => log), asked.map(({ after }) => after)],
  );
  return groupByLog<E>(rows);
}

/** The highest logical time of a log; 0 where it is empty. */
export async function lastLamport(db: Db, logId: string): Promise<number> {
  const { rows } = await db.query<{ last: string | null }>(
    'select max(lamport) as last from events where log_id = $1',
    [logId],
  );
  return Number(rows[0].last ?? 0);
}

/** What is known of events before a closer look. */
export interface KnownEvents {
  /** In which log each event is; those that are in none are missing. */
  homes: Map<string, string>;
  /** The type of each event; those that are in no log are missing. */
  types: Map<string, string>;
  /** The highest logical time of the log; 0 where it is empty. */
  lastLamport: number;
  /** How many events the log has, and how many of them are of types that are not among the known. */
  count: number;
  unknown: number;
}

/** What is known of the given events, and how far a log has come, in one statement. */
export async function lookUpEvents(
  db: Db,
  logId: string,
  eventIds: string[],
  knownTypes: readonly string[],
): Promise<KnownEvents> {
  const { rows } = await db.query<{
    last: string | null;
    count: number;
    unknown: number;
    known: { id: string; logId: string; type: string }[] | null;
  }>(
    `select (select max(lamport) from events where log_id = $1) as last, (select coalesce(max(number), 0) from events where log_id = $1) as count,
            (select count(*)::int from events where log_id = $1 and type <> all($3)) as unknown,
            (select json_agg(json_build_object('id', id, 'logId', log_id, 'type', type)) from events where id = any($2)) as known`,
    [logId, eventIds, knownTypes],
  );
  const known = rows[0].known ?? [];
  return {
    homes: new Map(known.map((row) => [row.id, row.logId])),
    types: new Map(known.map((row) => [row.id, row.type])),
    lastLamport: Number(rows[0].last ?? 0),
    count: rows[0].count,
    unknown: rows[0].unknown,
  };
}

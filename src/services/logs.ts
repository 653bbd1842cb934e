import { judgeEvent, type LogAnswer, type LogEvent } from '../contracts/schemas';
import { PezzoError, tooOften } from '../core/errors';
import {
  appendEvents,
  dbOf,
  getLog,
  insertFlags,
  listEventPage,
  lockLog,
  onArrivals,
  PEOPLE,
  takePlainEvents,
  transaction,
  type Actor,
  type Db,
  type EventPage,
  type LogRow,
  type NewFlag,
  type Branch,
} from '../data';
import { demand } from './permission';
import { askClosely, CLOSING, doubtsOf, type AskedEvent } from './doubts';
import { sealSignatures } from './seal';
import { closeVisit, visitArrived } from './visits';
import { finishRun, foreignPlace } from './runs';

/** What was sent, told apart. */
interface Sorted {
  readable: AskedEvent[];
  aside: NewFlag[];
}

/**
 * Takes a batch of events of a run or visit and answers with what is new. An event sent twice is kept once. Nothing that was
 * sent is lost: what cannot be taken into the log is set aside for a lead and does not hold up the rest. Closing is refused with reasons while something
 * is unaccounted for; the other events of the batch are kept all the same.
 */
export async function receiveEvents(by: Actor, logId: string, raw: unknown[], after: number): Promise<LogAnswer> {
  demand(by, 'follow');
  const db = dbOf(by);
  const log = await knownLog(by.branch, logId);
  demandRoom(by, raw.length);
  const sorted = await sort(by.branch, log, raw);
  return (
    (await receivePlain(by, log, sorted, after)) ?? {
      ...(await receiveClosely(by, log, sorted)),
      ...(await listEventPage<LogEvent>(db, logId, after)),
    }
  );
}

/** Events that one person may add within an hour, at one server: hands that work all day add a few hundred. */
const MOST_AN_HOUR = 50_000;
const HOUR_MS = 3_600_000;
const added = new Map<string, { since: number; count: number }>();

/** Counts what somebody adds. Throws `too-often` where it is more than hands can: their tablet keeps it and sends it later. */
function demandRoom(by: Actor, count: number): void {
  const now = Date.now();
  const kept = added.get(by.id);
  const own = kept && now - kept.since < HOUR_MS ? kept : { since: now, count: 0 };
  if (own.count + count > MOST_AN_HOUR)
    throw tooOften(
      'too-many-events',
      'More was recorded under your name within an hour than hands can do. What is not sent stays on the tablet.',
      Math.ceil((own.since + HOUR_MS - now) / 1000),
    );
  added.set(by.id, { ...own, count: own.count + count });
}

type Received = Pick<LogAnswer, 'kept' | 'setAside'>;

/** Types that ask for a closer look than one statement gives. */
const CLOSER: ReadonlySet<string> = new Set([
  'finished',
  'closed',
  'overridden',
  'accepted',
  'retracted',
  'signed',
  'vin',
]);

/** The usual case, in one statement: own events of an open run, all in order. Null where anything about the batch is unusual. */
async function receivePlain(
  by: Actor,
  log: LogRow,
  { readable, aside }: Sorted,
  after: number,
): Promise<LogAnswer | null> {
  const db = dbOf(by);
  const isUsual =
    log.kind === 'run' &&
    aside.length === 0 &&
    readable.every(({ event, isNewer }) => !isNewer && event.person === by.id && !CLOSER.has(event.type));
  if (!isUsual) return null;
  const events = readable.map(({ event }) => event);
  const taken = await takePlainEvents<LogEvent>(db, log.id, events, by.id, after).catch((error: unknown) => {
    if (error instanceof PezzoError && error.kind === 'invalid') return null;
    throw error;
  });
  if (taken?.added.length !== events.length) return null;
  const { events: arrived, position, more } = taken;
  return { kept: taken.added, setAside: [], events: arrived, position, more };
}

/** Holds the log, asks of each event what stands against it, keeps what may be kept and flags what a lead should see. Then closes, where that was asked. */
async function receiveClosely(by: Actor, log: LogRow, { readable, aside }: Sorted): Promise<Received> {
  const { kept, setAside, closing } = await transaction(
    by,
    async (tx) => {
      const { isClosed } = await lockLog(tx, log.id);
      const asked = await askClosely(tx, log, readable, by);
      const { sealed: allowed, refused } = await sealSignatures(tx, log, asked.allowed);
      const others = allowed.filter(({ event }) => isClosed || event.type !== CLOSING[log.kind]);
      const [ids, broken] = await appendEach(tx, log.id, others, by.id);
      // An id that is neither kept nor known here stands in a log that this branch does not see.
      const elsewhere = others
        .filter(
          ({ event, isKnown }) =>
            !isKnown && !ids.includes(event.id) && !broken.some(({ eventId }) => eventId === event.id),
        )
        .map(({ event, body }): NewFlag => ({
          eventId: event.id,
          reason: 'foreign',
          detail: 'It belongs to another job.',
          body,
        }));
      const all = [...aside, ...asked.aside, ...refused, ...broken, ...elsewhere];
      const fresh = others.filter(({ event, isKnown }) => ids.includes(event.id) && !isKnown);
      await insertFlags(tx, log.id, [...all, ...(await doubtsOf(tx, log, fresh, by, isClosed))], by.id);
      if (log.kind === 'visit')
        await visitArrived(
          tx,
          log,
          fresh.map(({ event }) => event),
        );
      return {
        kept: ids,
        setAside: all,
        closing: allowed.filter((one) => !others.includes(one)).map(({ event }) => event),
      };
    },
    'read committed',
  );
  if (closing.length) kept.push(...(await (log.kind === 'run' ? finishRun : closeVisit)(by, log, closing)));
  return {
    kept: [...kept, ...setAside.flatMap(({ eventId }) => (eventId ? [eventId] : []))],
    setAside: setAside.map(({ eventId, detail }) => ({ id: eventId, reason: detail })),
  };
}

/** Appends events together; where one of them is of a kind that the database cannot hold, each by itself, so that the others are not held up. */
async function appendEach(
  tx: Db,
  logId: string,
  asked: AskedEvent[],
  receivedFrom: string,
): Promise<[kept: string[], aside: NewFlag[]]> {
  const together = await attempt(tx, () =>
    appendEvents(
      tx,
      logId,
      asked.map(({ event }) => event),
      receivedFrom,
    ),
  );
  if (together) return [together, []];
  const kept: string[] = [];
  const aside: NewFlag[] = [];
  for (const { event, body } of asked) {
    const value = await attempt(tx, () => appendEvents(tx, logId, [event], receivedFrom));
    if (value) kept.push(...value);
    else aside.push({ eventId: event.id, reason: 'unreadable', detail: 'It holds a value that cannot be kept.', body });
  }
  return [kept, aside];
}

/** Tries something inside a transaction; a value that the database does not take (class 22) undoes only the try, and gives null. */
async function attempt<T>(tx: Db, work: () => Promise<T>): Promise<T | null> {
  await tx.query('savepoint attempt');
  try {
    const value = await work();
    await tx.query('release savepoint attempt');
    return value;
  } catch (error) {
    if (!/^22/.test((error as { code?: string }).code ?? '')) throw error;
    await tx.query('rollback to savepoint attempt');
    return null;
  }
}

/** Logs never change what they are of, so that is asked of the database once. */
const logsSeen = new Map<string, LogRow>();
const MOST_SEEN = 2000;

async function knownLog(branch: Branch, id: string): Promise<LogRow> {
  const key = `${branch} ${id}`;
  const seen = logsSeen.get(key) ?? (await getLog(dbOf(branch), id));
  if (logsSeen.size >= MOST_SEEN) logsSeen.clear();
  logsSeen.set(key, seen);
  return seen;
}

/** Tells events that may be taken into the log from those that are set aside. */
async function sort(branch: Branch, log: LogRow, raw: unknown[]): Promise<Sorted> {
  const foreign = log.kind === 'run' ? await foreignPlace(branch, log.id) : () => null;
  const sorted: Sorted = { readable: [], aside: [] };
  for (const value of raw) {
    const verdict = judgeEvent(log.kind, value);
    const body = JSON.stringify(value) ?? 'undefined';
    if ('unreadable' in verdict) {
      sorted.aside.push({
        eventId: verdict.id,
        reason: 'unreadable',
        detail: `Not readable: ${verdict.unreadable}`,
        body,
      });
      continue;
    }
    const elsewhere = foreign(verdict.event);
    if (elsewhere) sorted.aside.push({ eventId: verdict.event.id, reason: 'foreign', detail: elsewhere, body });
    else sorted.readable.push({ event: verdict.event, isNewer: verdict.unknownType, isKnown: false, body });
  }
  return sorted;
}

/** Events that arrived in a log since a position. Throws not-found. */
export async function eventsSince(branch: Branch, logId: string, after: number): Promise<EventPage<LogEvent>> {
  const db = dbOf(branch);
  const news = await listEventPage<LogEvent>(db, logId, after);
  if (news.events.length === 0) await knownLog(branch, logId);
  return news;
}

/** Calls `listener` whenever what somebody may do has changed, in whatever process. Call the result to stop. */
export const watchPeople = (listener: () => void): (() => void) => onArrivals(PEOPLE, listener);

/** Calls `listener` whenever something arrives in a log, or in any (`*`), whichever process received it. Call the result to stop. */
export async function watchLog(branch: Branch, logId: string, listener: () => void): Promise<() => void> {
  if (logId !== '*') await knownLog(branch, logId);
  return onArrivals(logId, listener);
}

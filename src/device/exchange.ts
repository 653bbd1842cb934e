import type { LogAnswer } from '@/contracts/schemas';
import { MOST_EVENTS_AT_ONCE, OWN_WORD, type EventStamp } from '@/core/bay';
import { dropEvents, listUnsent, noteHeld } from '@/device/store';
import { send } from './http';

type LogEvent = EventStamp & { type: string };

/** What one exchange with the server brought. */
export interface Exchanged<E> {
  arrived: E[];
  position: number;
  /** Ids the server holds now, in the log or set aside. */
  kept: string[];
  /** Ids the server set aside: they do not count. */
  dropped: string[];
  /** Why, in words. */
  reasons: string[];
}

/** How long one exchange may take: short, since the next one carries the same events, and longer with each event it carries. */
const LONGEST_MS = 20_000;
const PER_EVENT_MS = 100;

type Page<E> = Pick<LogAnswer<E>, 'events' | 'position' | 'more'>;

const page = <E>(log: string, after: number) => send<Page<E>>('GET', logAddress(log, after), undefined, LONGEST_MS);

/** A long log comes in pages: the others are asked for at once. */
async function withTheRest<E>(log: string, first: LogAnswer<E>): Promise<LogAnswer<E>> {
  const events = [...first.events];
  let last: Page<E> = first;
  while (last.more) {
    last = await page<E>(log, last.position);
    events.push(...last.events);
  }
  return { ...first, events, position: last.position, more: false };
}

/** Where a log's events are sent and asked for. */
export const logAddress = (log: string, after: number) => `/api/logs/${log}/events?after=${after}`;

/**
 * Sends what waits on this device, as much as one request takes, and takes in what is new since a position. `unkept` are events that its store could not take: they wait in the page alone.
 * What somebody else put their name to (a signature) waits for that person: sent by `me` it would be set aside. Throws where the server cannot be reached or refuses; then nothing is forgotten.
 */
export async function exchange<E extends LogEvent>(
  log: string,
  after: number,
  unkept: E[] = [],
  me?: string,
): Promise<Exchanged<E>> {
  const isMine = ({ type, person }: LogEvent) => me === undefined || person === me || !OWN_WORD.has(type);
  const unsent = [...(await listUnsent(log).catch(() => [])), ...unkept].filter(isMine).slice(0, MOST_EVENTS_AT_ONCE);
  const first: LogAnswer<E> = unsent.length
    ? await send('POST', logAddress(log, after), { events: unsent }, LONGEST_MS + unsent.length * PER_EVENT_MS)
    : {
        kept: [],
        setAside: [],
        ...(await page<E>(log, after)),
      };
  const answer = await withTheRest(log, first);
  const dropped = answer.setAside.flatMap(({ id }) => (id ? [id] : []));
  // A device that cannot write just now goes on all the same: the server has the events.
  await noteHeld(log, answer.kept, answer.events)
    .then(() => dropEvents(dropped))
    .catch(() => undefined);
  return {
    arrived: answer.events,
    position: answer.position,
    kept: answer.kept,
    dropped,
    reasons: answer.setAside.map(({ reason }) => reason),
  };
}

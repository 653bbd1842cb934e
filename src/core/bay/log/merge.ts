import { compareEvents, type EventStamp } from './stamp';

/** A log put in order: what stands, what came too late to count, and how far its logical clock has come. */
export interface MergedLog<E> {
  /** Each event once, in logical order, without those that were taken back. */
  standing: E[];
  /** What arrived after the log was closed: kept and shown beside, never counted. In logical order. */
  later: E[];
  lastLamport: number;
}

type Retraction = { type: 'retracted'; event: string };
type LoggedEvent = EventStamp & { type: string };

/** What somebody put a name to. It is never taken back: what is to be said against it is said beside it. */
export const NEVER_TAKEN_BACK: ReadonlySet<string> = new Set([
  'signed',
  'closed',
  'finished',
  'overridden',
  'accepted',
]);

/** What somebody puts their own name to: it is sent by that person and taken from nobody else. */
export const OWN_WORD: ReadonlySet<string> = new Set(['signed', 'finished', 'closed']);

/**
 * Puts the events of any log in logical order, whatever order they arrived in and however often. A `retracted` event stands
 * itself and takes the one it names out, unless that is one that is never taken back; nothing is edited away. O(n log n).
 */
export function mergeLog<E extends LoggedEvent>(events: Iterable<E>): MergedLog<E> {
  // One event may be here twice, as this device made it and as the server tells it: only the server knows that it came late.
  const byId = new Map<string, E>();
  for (const event of events) if (event.late || !byId.has(event.id)) byId.set(event.id, event);
  const unique = [...byId.values()].sort(compareEvents);
  const inTime = unique.filter(({ late }) => !late);
  const takenBack = new Set(
    inTime.flatMap((event) => (event.type === 'retracted' ? [(event as E & Retraction).event] : [])),
  );
  return {
    standing: inTime.filter(
      (event) => event.type === 'retracted' || !takenBack.has(event.id) || NEVER_TAKEN_BACK.has(event.type),
    ),
    later: unique.filter(({ late }) => late),
    lastLamport: unique.at(-1)?.lamport ?? 0,
  };
}

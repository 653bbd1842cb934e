import { compareEvents, type EventStamp } from './stamp';

/** A log put in order: what stands, and how far its logical clock has come. */
export interface MergedLog<E> {
  /** Each event once, in logical order, without those that were taken back. */
  standing: E[];
  lastLamport: number;
}

type Retraction = { type: 'retracted'; event: string };

/**
 * Puts the events of any log in logical order, whatever order they arrived in and however often. A `retracted` event stands
 * itself and takes the one it names out; nothing is edited away. O(n log n).
 */
export function mergeLog<E extends EventStamp & { type: string }>(events: Iterable<E>): MergedLog<E> {
  const unique = [...new Map([...events].map((event) => [event.id, event])).values()].sort(compareEvents);
  const takenBack = new Set(unique.flatMap((event) => (event.type === 'retracted' ? [(event as E & Retraction).event] : [])));
  return {
    standing: unique.filter((event) => event.type === 'retracted' || !takenBack.has(event.id)),
    lastLamport: unique.at(-1)?.lamport ?? 0,
  };
}

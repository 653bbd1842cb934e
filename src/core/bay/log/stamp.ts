/** Who, where and in which logical order. `at` is wall time (ISO 8601): shown, never used to order. */
export interface EventStamp {
  /** Made by the client, unique for all time: a second delivery is recognised by it. */
  id: string;
  lamport: number;
  device: string;
  /** The device's own running number. */
  seq: number;
  person: string;
  at: string;
  /** Said by the server alone: it arrived after its log was closed, and changes nothing of what was closed. */
  late?: true;
}

/** Logical order: Lamport time, then device, then the device's own sequence, then id. Total and the same everywhere. */
export function compareEvents(a: EventStamp, b: EventStamp): number {
  const text = (x: string, y: string) => (x < y ? -1 : x > y ? 1 : 0);
  return a.lamport - b.lamport || text(a.device, b.device) || a.seq - b.seq || text(a.id, b.id);
}

/** Events in one request at most: a device that was long without a network sends them in several. */
export const MOST_EVENTS_AT_ONCE = 500;

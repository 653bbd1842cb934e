/** Where a run stands: taking apart, fitting the new parts, putting back. */
export type RunPhase = 'remove' | 'fit' | 'refit';
/** The answer to one line of a test. */
export type TestResult = 'pass' | 'fail' | 'was-already-so';

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
}

/** What happened. `action` is a step's key, `item` is "procedure/item". Nothing here is ever edited or deleted. */
export type RunFact =
  | { type: 'started' }
  | { type: 'phase'; to: RunPhase }
  /** Without a count the whole entry; with one, that many more of it. */
  | { type: 'done'; action: string; count?: number }
  | { type: 'skipped'; action: string; reason: string }
  | { type: 'retracted'; event: string }
  | { type: 'broken'; item: string; count: number; usable?: boolean }
  | { type: 'lost'; item: string; count: number }
  | { type: 'found'; item: string; count: number }
  | { type: 'renewed'; item: string; count: number }
  | { type: 'omitted'; item: string; count: number; reason: string }
  | { type: 'asFound'; item?: string; difference: string }
  | { type: 'photo'; photo: string; item?: string }
  | { type: 'note'; text: string; item?: string }
  | { type: 'ticked'; line: string; on: boolean }
  | { type: 'paused'; reason?: string }
  | { type: 'resumed' }
  | { type: 'handedOver'; to: string; note?: string }
  | { type: 'test'; gate: string; check: string; result: TestResult; note?: string }
  | { type: 'gatePassed'; gate: string }
  | { type: 'overridden'; gate: string; reason: string }
  | { type: 'finished' };

export type RunEvent = EventStamp & RunFact;

/** Logical order: Lamport time, then device, then the device's own sequence, then id. Total and the same everywhere. */
export function compareEvents(a: RunEvent, b: RunEvent): number {
  const text = (x: string, y: string) => (x < y ? -1 : x > y ? 1 : 0);
  return a.lamport - b.lamport || text(a.device, b.device) || a.seq - b.seq || text(a.id, b.id);
}

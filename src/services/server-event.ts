import { randomUUID } from 'node:crypto';
import { appendEvents, lastLamport, type Db } from '../data';

/**
 * Records a fact that the server itself vouches for, after everything in a log that is held: what a lead decided by PIN
 * at somebody's tablet. `person` decided, `by` was signed in where it was typed.
 */
export async function appendHere(
  tx: Db,
  logId: string,
  { person, by }: { person: string; by: string },
  fact: { type: string; [field: string]: unknown },
): Promise<void> {
  const lamport = (await lastLamport(tx, logId)) + 1;
  const stamp = { id: randomUUID(), lamport, device: 'server', seq: lamport, person, at: new Date().toISOString() };
  await appendEvents(tx, logId, [{ ...stamp, ...fact }], by);
}

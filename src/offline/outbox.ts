import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { RunEvent } from '../core/run';

interface OutboxSchema extends DBSchema {
  events: { key: string; value: { run: string; event: RunEvent }; indexes: { run: string } };
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null;

const open = () => (opened ??= openDB<OutboxSchema>('pezzo', 1, {
  upgrade: (db) => { db.createObjectStore('events', { keyPath: 'event.id' }).createIndex('run', 'run'); },
}));

/** Keeps an event on this device until the server has acknowledged it. */
export async function keepEvent(run: string, event: RunEvent): Promise<void> {
  await (await open()).put('events', { run, event });
}

/** Events of a run that the server has not acknowledged yet, in the order they were made. */
export async function listUnsent(run: string): Promise<RunEvent[]> {
  const kept = await (await open()).getAllFromIndex('events', 'run', run);
  return kept.map(({ event }) => event).sort((a, b) => a.lamport - b.lamport || a.seq - b.seq);
}

/** Forgets events the server holds now. */
export async function forgetEvents(ids: string[]): Promise<void> {
  const transaction = (await open()).transaction('events', 'readwrite');
  await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
}

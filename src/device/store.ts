import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { EventStamp } from '../core/bay';
import type { DraftEdit, ProcedureDocument, Recording } from '../core/document';

/** An event of any log, as this device keeps it. */
export type LocalEvent = EventStamp & { type: string };

interface StoreSchema extends DBSchema {
  /** Every event of the logs this device has opened: its own until the server has them, and after that for work without a network. */
  events: {
    key: string;
    value: { log: string; event: LocalEvent; sent: 0 | 1 };
    indexes: { log: string; waiting: [string, number] };
  };
  photos: { key: string; value: LocalMedia; indexes: { sent: number } };
  /** What each draft of this device was edited from. */
  draftBases: { key: string; value: DraftBase };
  /** What was done to drafts here and is not in their bases. */
  draftEdits: { key: string; value: { place: string; edit: DraftEdit }; indexes: { place: string } };
}

/** A draft as the server has it, and what of this device's edits is in it. */
export interface DraftBase {
  /** Whose draft of what. */
  place: string;
  version: number;
  document: ProcedureDocument;
  /** Saves that got no answer: the server may have them. */
  unanswered: string[];
  /** Ids of edits that are in it. */
  included: string[];
}

/** A photo, spoken note or clip as this device keeps it. */
export interface LocalMedia {
  id: string;
  /** The job it belongs to; null for one that a procedure shows. */
  job: number | null;
  procedure?: string;
  /** What it is where it is no photo. */
  recording?: Omit<Recording, 'id'>;
  blob: Blob;
  /** SHA-256 of the blob, hex. */
  sha256: string;
  sent: 0 | 1;
  /** Why the server will not have it; null while it may. */
  refused: string | null;
}

type OldStore = { getAll(): Promise<{ run: string; event: LocalEvent }[]> };

let opened: Promise<IDBPDatabase<StoreSchema>> | null = null;

const open = () =>
  (opened ??= openDB<StoreSchema>('pezzo', 3, {
    upgrade: async (db, from, _to, transaction) => {
      db.createObjectStore('draftBases', { keyPath: 'place' });
      db.createObjectStore('draftEdits', { keyPath: 'edit.id' }).createIndex('place', 'place');
      if (from === 2) return;
      // The first version kept unsent events by run; they are carried over.
      const old = from === 1 ? await (transaction.objectStore('events') as unknown as OldStore).getAll() : [];
      if (from === 1) db.deleteObjectStore('events');
      const events = db.createObjectStore('events', { keyPath: 'event.id' });
      events.createIndex('log', 'log');
      events.createIndex('waiting', ['log', 'sent']);
      db.createObjectStore('photos', { keyPath: 'id' }).createIndex('sent', 'sent');
      for (const { run, event } of old) await events.put({ log: run, event, sent: 0 });
    },
    // A page that holds an old version open gives way to a newer one.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
    terminated: () => {
      opened = null;
    },
  }));

const byTime = (a: LocalEvent, b: LocalEvent) => a.lamport - b.lamport || a.seq - b.seq;

/**
 * Keeps the events of one tap, all or none, on this device before anything else happens with them. `relaxed` survives the end of the browser and is quick; `strict` survives the end of
 * the tablet's power too, and waits for the disk. Keeping what is kept already changes nothing that matters: it may be sent once more.
 */
export async function keepEvents(log: string, events: LocalEvent[], durability: 'relaxed' | 'strict'): Promise<void> {
  const transaction = (await open()).transaction('events', 'readwrite', { durability });
  const failed = transaction.done.catch((error: unknown) => error);
  try {
    // What fails on the disk fails the transaction; committing at once saves a round to the disk's process before the next action is painted.
    for (const event of events) transaction.store.put({ log, event, sent: 0 }).catch(() => undefined);
    transaction.commit();
  } catch (error) {
    transaction.abort();
    await failed;
    throw error;
  }
  const trouble = await failed;
  if (trouble) throw trouble;
}

/** Every event of a log that this device has, sent or not, in the order they were made. */
export async function listLocal(log: string): Promise<LocalEvent[]> {
  return (await (await open()).getAllFromIndex('events', 'log', log)).map(({ event }) => event).sort(byTime);
}

/** Events of a log that the server has not acknowledged yet, in the order they were made. */
export async function listUnsent(log: string): Promise<LocalEvent[]> {
  return (await (await open()).getAllFromIndex('events', 'waiting', [log, 0])).map(({ event }) => event).sort(byTime);
}

/** Notes that the server holds these events now: its own copies of what others did, and acknowledged ones of this device. */
export async function noteHeld(log: string, acknowledged: string[], arrived: LocalEvent[]): Promise<void> {
  const transaction = (await open()).transaction('events', 'readwrite');
  const kept = await Promise.all(acknowledged.map((id) => transaction.store.get(id)));
  await Promise.all([
    ...kept.flatMap((row) => (row ? [transaction.store.put({ ...row, sent: 1 })] : [])),
    ...arrived.map((event) => transaction.store.put({ log, event, sent: 1 })),
    transaction.done,
  ]);
}

/** Forgets events that the server has set aside: it holds them, and they do not count. */
export async function dropEvents(ids: string[]): Promise<void> {
  const transaction = (await open()).transaction('events', 'readwrite');
  await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
}

/** Keeps a photo or recording on this device. */
export async function keepMedia(photo: LocalMedia): Promise<void> {
  const transaction = (await open()).transaction('photos', 'readwrite', { durability: 'strict' });
  await Promise.all([transaction.store.put(photo), transaction.done]);
}

/** Photos and recordings the server does not have yet and may still take. */
export const listWaitingMedia = async (): Promise<LocalMedia[]> =>
  (await (await open()).getAllFromIndex('photos', 'sent', 0)).filter(({ refused }) => refused === null);

/** Changes what is known of one on its way. */
export async function noteMedia(id: string, change: Partial<Pick<LocalMedia, 'sent' | 'refused'>>): Promise<void> {
  const transaction = (await open()).transaction('photos', 'readwrite');
  const photo = await transaction.store.get(id);
  await Promise.all([...(photo ? [transaction.store.put({ ...photo, ...change })] : []), transaction.done]);
}

/** A photo or recording that this device has; undefined where it never took it. */
export const findMedia = async (id: string): Promise<LocalMedia | undefined> => (await open()).get('photos', id);

/** The logs that still have events to send. */
export async function listUnsentLogs(): Promise<string[]> {
  const rows = await (await open()).getAll('events');
  return [...new Set(rows.filter(({ sent }) => sent === 0).map(({ log }) => log))];
}

/** Deletes events and photos that the server has, but for the events of some logs. */
export async function deleteSentExcept(logs: string[]): Promise<void> {
  const transaction = (await open()).transaction(['events', 'photos'], 'readwrite');
  const [events, photos] = [transaction.objectStore('events'), transaction.objectStore('photos')];
  const [rows, pictures] = await Promise.all([events.getAll(), photos.getAll()]);
  await Promise.all([
    ...rows.filter(({ sent, log }) => sent === 1 && !logs.includes(log)).map(({ event }) => events.delete(event.id)),
    ...pictures.filter(({ sent }) => sent === 1).map(({ id }) => photos.delete(id)),
    transaction.done,
  ]);
}

/** Keeps an edit of a draft; it survives the end of the browser. */
export async function storeDraftEdit(place: string, edit: DraftEdit): Promise<void> {
  await (await open()).put('draftEdits', { place, edit });
}

/** Keeps what a draft is edited from now, and forgets the edits that are in it: both or neither. */
export async function storeDraftBase(base: DraftBase): Promise<void> {
  const transaction = (await open()).transaction(['draftBases', 'draftEdits'], 'readwrite');
  const edits = transaction.objectStore('draftEdits');
  await Promise.all([
    transaction.objectStore('draftBases').put(base),
    ...base.included.map((id) => edits.delete(id)),
    transaction.done,
  ]);
}

/** What is kept of a draft. */
export async function readStoredDraft(place: string): Promise<{ base: DraftBase | undefined; edits: DraftEdit[] }> {
  const db = await open();
  const [base, rows] = await Promise.all([
    db.get('draftBases', place),
    db.getAllFromIndex('draftEdits', 'place', place),
  ]);
  return { base, edits: rows.map(({ edit }) => edit) };
}

/** Forgets drafts by their place. */
export async function deleteDrafts(isForgotten: (place: string, hasEdits: boolean) => boolean): Promise<void> {
  const transaction = (await open()).transaction(['draftBases', 'draftEdits'], 'readwrite');
  const [bases, edits] = [transaction.objectStore('draftBases'), transaction.objectStore('draftEdits')];
  const [places, rows] = await Promise.all([bases.getAllKeys(), edits.getAll()]);
  const edited = new Set(rows.map(({ place }) => place));
  await Promise.all([
    ...places.filter((place) => isForgotten(place, edited.has(place))).map((place) => bases.delete(place)),
    ...rows.filter(({ place }) => isForgotten(place, true)).map(({ edit }) => edits.delete(edit.id)),
    transaction.done,
  ]);
}

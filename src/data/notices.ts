import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { getPool, type Db } from './pool';

type Listener = () => void;

/** How this process hears of arrivals. */
export type NewsMode = 'listening' | 'asking' | 'idle';

/** How long after a lost connection the database is asked again, milliseconds. */
const AGAIN_MS = 500;
/** How often the channel tests itself, and how long a notice may take, milliseconds. */
const TEST_EVERY_MS = 30_000;
const TEST_PATIENCE_MS = 2000;
/** How often the database is asked where notices do not come through, milliseconds. */
const ASK_MS = 1000;
/** Positions before the last one that are looked at again: those given to writers that were slower. */
const LOOK_BACK = 1000;
const CHANNEL = 'pezzo_log';

const keep = globalThis as { pezzoNotices?: Notices };

/**
 * One connection of this process that listens for arrivals in every log and tells those who wait for one. A pooler between here and the database may swallow
 * notices without a word, so the channel sends itself one at the start and now and then; while none comes back, the database is asked once a second instead.
 */
class Notices {
  private readonly listeners = new Map<string, Set<Listener>>();
  private client: pg.Client | null = null;
  private again: ReturnType<typeof setTimeout> | null = null;
  private tester: ReturnType<typeof setInterval> | null = null;
  private asker: ReturnType<typeof setInterval> | null = null;
  private readonly tests = new Map<string, () => void>();
  private readonly seen = new Map<string, number>();
  private askFrom = 0;
  private isAsking = false;

  mode = (): NewsMode => (this.listeners.size === 0 ? 'idle' : this.asker ? 'asking' : 'listening');

  listen(topic: string, listener: Listener): () => void {
    const known = this.listeners.get(topic) ?? new Set();
    known.add(listener);
    this.listeners.set(topic, known);
    if (!this.client && !this.again) void this.connect();
    this.tester ??= setInterval(() => void this.test(), TEST_EVERY_MS);
    return () => {
      known.delete(listener);
      if (known.size === 0 && this.listeners.get(topic) === known) this.listeners.delete(topic);
      if (this.listeners.size === 0) this.close();
    };
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({
      connectionString: process.env.PEZZO_LISTEN_URL || process.env.DATABASE_URL,
      connectionTimeoutMillis: 5000,
      keepAlive: true,
    });
    this.client = client;
    client.on('notification', ({ payload }) => this.heard(payload ?? ''));
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
      // What arrived while nobody listened is found by looking once.
      this.tellAll();
      await this.test();
    } catch {
      this.lost(client);
    }
  }

  private heard(payload: string): void {
    const passed = this.tests.get(payload);
    if (passed) {
      passed();
      return;
    }
    this.tell(payload);
  }

  private tell(topic: string): void {
    this.tellOf(topic);
    if (!topic.includes(':')) this.tellOf('*');
  }

  private tellAll(): void {
    for (const topic of this.listeners.keys()) this.tellOf(topic);
  }

  private tellOf(topic: string): void {
    for (const listener of this.listeners.get(topic) ?? []) listener();
  }

  /** Sends a notice the way every other one is sent, and sees whether it comes back. */
  private async test(): Promise<void> {
    if (this.listeners.size === 0) return;
    const mark = `test:${randomUUID()}`;
    const came = new Promise<boolean>((resolve) => {
      this.tests.set(mark, () => resolve(true));
      setTimeout(() => resolve(false), TEST_PATIENCE_MS).unref();
    });
    const sent = await getPool()
      .query('select pg_notify($1, $2)', [CHANNEL, mark])
      .then(
        () => true,
        () => false,
      );
    const passed = sent && (await came);
    this.tests.delete(mark);
    // A database that is away says nothing about the channel: the lost connection is looked after by itself.
    if (sent) this.change(!passed);
  }

  private change(asking: boolean): void {
    if (asking === (this.asker !== null)) return;
    if (!asking) {
      clearInterval(this.asker!);
      this.asker = null;
      say('Notices from the database come through again: tablets hear at once.');
      return;
    }
    say(
      'Notices from the database do not come through (is there a pooler in between?), so it is asked once a second. Give a direct address as PEZZO_LISTEN_URL.',
    );
    this.asker = setInterval(() => void this.ask(), ASK_MS);
  }

  /** Asks for what arrived since the last time, and tells whom it concerns. */
  private async ask(): Promise<void> {
    if (this.isAsking) return;
    this.isAsking = true;
    try {
      const { rows } = await getPool().query<{ logId: string; position: string }>(
        'select log_id as "logId", position from door_news($1)',
        [this.askFrom],
      );
      for (const { logId, position } of rows) {
        // Positions of one log become visible in order; those of different logs need not: so each is remembered by itself.
        if (Number(position) > (this.seen.get(logId) ?? 0)) this.tell(logId);
        this.seen.set(logId, Number(position));
      }
      this.askFrom = Math.max(this.askFrom, ...rows.map(({ position }) => Number(position) - LOOK_BACK));
      for (const topic of this.listeners.keys()) if (topic.includes(':')) this.tell(topic);
    } catch {
      // It is asked again in a second.
    } finally {
      this.isAsking = false;
    }
  }

  private lost(client: pg.Client): void {
    if (this.client !== client) return;
    this.client = null;
    client.end().catch(() => undefined);
    if (this.listeners.size === 0 || this.again) return;
    this.again = setTimeout(() => {
      this.again = null;
      if (this.listeners.size && !this.client) void this.connect();
    }, AGAIN_MS);
  }

  private close(): void {
    const client = this.client;
    this.client = null;
    client?.end().catch(() => undefined);
    if (this.tester) clearInterval(this.tester);
    if (this.asker) clearInterval(this.asker);
    this.tester = null;
    this.asker = null;
    this.seen.clear();
  }
}

const say = (text: string) => process.stderr.write(`${text}\n`);

/** What is told where somebody's rights, sessions or tablets have changed. */
export const PEOPLE = 'people:any';

/** Tells every process that somebody's rights, sessions or tablets have changed. */
export async function tellPeople(db: Db): Promise<void> {
  await db.query('select pg_notify($1, $2)', [CHANNEL, PEOPLE]);
}

/** Calls `listener` whenever events arrive in the log (`*`: in any; `PEOPLE`: where what somebody may do has changed), from whatever process. Call the result to stop. */
export function onArrivals(topic: string, listener: Listener): () => void {
  keep.pezzoNotices ??= new Notices();
  return keep.pezzoNotices.listen(topic, listener);
}

/** How this process hears of arrivals just now. */
export const newsMode = (): NewsMode => keep.pezzoNotices?.mode() ?? 'idle';

/** Tells every process that jobs were placed, moved or promised for another time. Within a transaction it is told once that is kept. */
export async function tellDay(db: Db): Promise<void> {
  await db.query('select pg_notify($1, $2)', [CHANNEL, 'day']);
}

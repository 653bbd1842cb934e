import pg from 'pg';

type Listener = () => void;

/** How long after a lost connection the database is asked again, milliseconds. */
const AGAIN_MS = 500;

const keep = globalThis as { pezzoNotices?: Notices };

/** One connection of this process that listens for arrivals in every log and tells those who wait for one. */
class Notices {
  private readonly listeners = new Map<string, Set<Listener>>();
  private client: pg.Client | null = null;
  private again: ReturnType<typeof setTimeout> | null = null;

  listen(logId: string, listener: Listener): () => void {
    const known = this.listeners.get(logId) ?? new Set();
    known.add(listener);
    this.listeners.set(logId, known);
    if (!this.client) void this.connect();
    return () => {
      known.delete(listener);
      if (known.size === 0 && this.listeners.get(logId) === known) this.listeners.delete(logId);
      if (this.listeners.size === 0) this.close();
    };
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL, connectionTimeoutMillis: 5000 });
    this.client = client;
    client.on('notification', ({ payload }) => this.tell(payload ?? ''));
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    try {
      await client.connect();
      await client.query('listen pezzo_log');
      // What arrived while nobody listened is found by looking once.
      for (const logId of this.listeners.keys()) this.tell(logId);
    } catch {
      this.lost(client);
    }
  }

  private tell(logId: string): void {
    for (const listener of this.listeners.get(logId) ?? []) listener();
    for (const listener of this.listeners.get('*') ?? []) listener();
  }

  private lost(client: pg.Client): void {
    if (this.client !== client) return;
    this.client = null;
    client.end().catch(() => undefined);
    if (this.listeners.size === 0 || this.again) return;
    this.again = setTimeout(() => { this.again = null; if (this.listeners.size && !this.client) void this.connect(); }, AGAIN_MS);
  }

  private close(): void {
    const client = this.client;
    this.client = null;
    client?.end().catch(() => undefined);
  }
}

/** Calls `listener` whenever events arrive in the log (`*`: in any), from whatever process. Call the result to stop. */
export function onArrivals(logId: string, listener: Listener): () => void {
  keep.pezzoNotices ??= new Notices();
  return keep.pezzoNotices.listen(logId, listener);
}

import { unavailable } from '../core/errors';
import { doorDb, newsMode, onArrivals, readSchema, SCHEMA, type NewsMode } from '../data';
import { VERSION } from './version';

/** How the app stands: it and its database answer, and how it hears of what other processes received. */
export interface Health {
  ok: true;
  version: string;
  /** `listening`: told at once. `asking`: the database does not pass on notices (a pooler in between), so it is asked once a second. `idle`: nobody waits for news. */
  news: NewsMode;
  /** What a keeper should know, in words; empty where all is well. */
  troubles: string[];
}

/** How often the database is asked whether another version has changed it, milliseconds. */
const LOOK_EVERY_MS = 5000;

const keep = globalThis as { pezzoSchema?: { at: number; newer: string | null } };

/** The newer version that has brought the database further than this one knows; null where there is none. Asked now and then, not for every request. */
async function newerVersion(): Promise<string | null> {
  if (keep.pezzoSchema && Date.now() - keep.pezzoSchema.at < LOOK_EVERY_MS) return keep.pezzoSchema.newer;
  const { schema, version } = await readSchema(doorDb);
  keep.pezzoSchema = { at: Date.now(), newer: schema > SCHEMA ? (version ?? 'a newer version') : null };
  return keep.pezzoSchema.newer;
}

/** Throws `unavailable` where another process has brought the database to a newer version: this one would not understand what it reads. Tablets keep what they have not sent. */
export async function demandCurrent(): Promise<void> {
  const newer = await newerVersion();
  if (newer)
    throw unavailable(
      'must-update',
      `The shop’s database was updated to Pezzo ${newer}; this server still runs ${VERSION} and must be updated. Nothing is lost: tablets send again.`,
    );
}

/** Throws `unavailable` where the database does not answer, or a newer version has taken it over. */
export async function checkHealth(): Promise<Health> {
  await demandCurrent();
  await readSchema(doorDb);
  return { ok: true, version: VERSION, news: newsMode(), troubles: readTroubles() };
}

/** What whoever started the app has to say of it, by the environment: what was turned away after it kept ending the app. */
const readTroubles = (): string[] => {
  const { PEZZO_REFUSED: refused } = process.env;
  return (refused ?? '')
    .split(',')
    .filter(Boolean)
    .map((address) => `“${address}” is turned away: it ended the app several times.`);
};

/** Listens for news from the start, so that a channel that does not work is known before a tablet needs it. */
export const startNews = (): void => {
  onArrivals('server:start', () => undefined);
};

import { doorDb, listBranches, newsMode, onArrivals, type NewsMode } from '../data';

/** How the app stands: it and its database answer, and how it hears of what other processes received. */
export interface Health {
  ok: true;
  /** `listening`: told at once. `asking`: the database does not pass on notices (a pooler in between), so it is asked once a second. `idle`: nobody waits for news. */
  news: NewsMode;
}

/** Throws `unavailable` where the database does not answer. */
export async function checkHealth(): Promise<Health> {
  await listBranches(doorDb);
  return { ok: true, news: newsMode() };
}

/** Listens for news from the start, so that a channel that does not work is known before a tablet needs it. */
export const startNews = (): void => {
  onArrivals('server:start', () => undefined);
};

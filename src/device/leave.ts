import { forgetSavedDrafts } from './drafts';
import { SESSION_CACHE, sessionEnd } from './session-end';
import { deleteSentExcept, listUnsentLogs } from './store';

const PAGES = 'pages';

/** Whether what is fetched now may be kept: only while somebody's session lasts. */
export async function mayKeep(now: number): Promise<boolean> {
  const end = await sessionEnd();
  return end !== null && now < end;
}

/** Whether a kept page may be shown: while the session lasts every one; after that only a run that still has something to send. */
export async function mayShowKept(pathname: string, now: number): Promise<boolean> {
  if (await mayKeep(now)) return true;
  return (await openWork())(pathname);
}

/** Tells pages of logs that still wait to be sent. A check-in's address does not name its log: it counts while a log waits that no kept run is of. */
async function openWork(): Promise<(pathname: string) => boolean> {
  const unsent = new Set((await listUnsentLogs()).map((log) => `/runs/${log}`));
  const runs = new Set(
    (await (await caches.open(PAGES)).keys())
      .map(({ url }) => new URL(url).pathname)
      .filter((pathname) => unsent.has(pathname)),
  );
  return (pathname) => runs.has(pathname) || (unsent.size > runs.size && /^\/jobs\/\d+\/check-in$/.test(pathname));
}

/**
 * Takes what the person who leaves could see off this tablet: pages, pictures, and events that the server has. What was not sent yet stays stored, and is
 * sent once somebody signs in. After an expiry the pages of open work stay until their last event is sent.
 */
export async function forgetPerson(why: 'left' | 'expired'): Promise<void> {
  // First of all nothing more is kept: pages may be on their way.
  if (why === 'left') await caches.delete(SESSION_CACHE);
  const [isOpen, unsent] = why === 'expired' ? [await openWork(), await listUnsentLogs()] : [() => false, []];
  await forgetSavedDrafts();
  await Promise.all([caches.delete('photos'), forgetPages((pathname) => !isOpen(pathname)), deleteSentExcept(unsent)]);
}

/** Takes a log's page and sent events off this tablet. */
export async function forgetLog(log: string): Promise<void> {
  const unsent = await listUnsentLogs();
  if (unsent.includes(log)) return;
  await Promise.all([forgetPages((pathname) => pathname === `/runs/${log}`), deleteSentExcept(unsent)]);
}

async function forgetPages(which: (pathname: string) => boolean): Promise<void> {
  const cache = await caches.open(PAGES);
  const kept = await cache.keys();
  await Promise.all(kept.filter(({ url }) => which(new URL(url).pathname)).map((request) => cache.delete(request)));
}

/** Where the end of the session is kept for the service worker, which sees no other store of a page. */
export const SESSION_CACHE = 'session';
const SESSION_KEY = '/session-end';
/** Set while a sign-out could not reach the server yet. */
const LEAVING = 'pezzo-leaving';

/** Notes until when the person who is signed in may be shown what this tablet keeps. */
export async function noteSessionEnd(endsAt: string): Promise<void> {
  await (await caches.open(SESSION_CACHE)).put(SESSION_KEY, new Response(endsAt));
}

/** When the session ends that this tablet last heard of, milliseconds since 1970; null where nobody was signed in. */
export async function sessionEnd(): Promise<number | null> {
  const kept = await (await caches.open(SESSION_CACHE)).match(SESSION_KEY);
  const end = kept ? Date.parse(await kept.text()) : Number.NaN;
  return Number.isFinite(end) ? end : null;
}

/** Notes that somebody signed out where the server could not be told. */
export const noteLeaving = (is: boolean): void => {
  if (is) localStorage.setItem(LEAVING, '1');
  else localStorage.removeItem(LEAVING);
};
export const isLeaving = (): boolean => localStorage.getItem(LEAVING) !== null;

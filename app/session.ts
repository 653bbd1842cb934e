import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { findSignedIn, needsSetup, type OpenedSession, type Person } from '@/services';

export const SESSION_COOKIE = 'pezzo_session';

/** The signed-in person of this request; null where there is none. */
export async function findPerson(): Promise<Person | null> {
  return findSignedIn((await cookies()).get(SESSION_COOKIE)?.value);
}

/** The signed-in person, or a redirect to set-up or sign-in. */
export async function requirePerson(): Promise<Person> {
  const person = await findPerson();
  if (person) return person;
  redirect((await needsSetup()) ? '/setup' : '/sign-in');
}

/** Hands the session's token to the browser; marked secure where it is served over TLS (on loopback it is not). */
export async function keepSession({ token, expiresAt }: OpenedSession): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, token, { httpOnly: true, sameSite: 'lax', path: '/', expires: expiresAt, secure: process.env.PEZZO_TLS === '1' });
}

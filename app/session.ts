import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import {
  demandCurrent,
  findSignedIn,
  findTablet,
  needsSetup,
  type Actor,
  type OpenedSession,
  type Sender,
} from '@/services';

export const SESSION_COOKIE = 'pezzo_session';
const DEVICE_COOKIE = 'pezzo_tablet';
/** The longest that browsers keep a cookie, days. */
const DEVICE_DAYS = 400;

/** The signed-in person of this request with the end of the session; null where there is none. Asked once for all that a page is made of. */
export const findPerson = cache(async (): Promise<(Actor & { expiresAt: Date }) | null> => {
  await demandCurrent();
  return findSignedIn((await cookies()).get(SESSION_COOKIE)?.value);
});

/** Tells, later and as often as it is asked, whether this request's session still lasts: for answers that stay open. */
export async function watchSession(): Promise<() => Promise<boolean>> {
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  return async () => (await findSignedIn(token)) !== null;
}

/** The signed-in person, or a redirect to set-up or sign-in. */
export async function requirePerson(): Promise<Actor & { expiresAt: Date }> {
  const person = await findPerson();
  if (person) return person;
  redirect((await needsSetup()) ? '/setup' : '/sign-in');
}

/** Whether it was the server's front that said so, and not the sender. */
const isFrontsWord = (word: string | null) => word !== null && word === process.env.PEZZO_FRONT_MARK;

/** Where this request comes from: what the server's front says of it, and the tablet it is. */
export async function readSender(): Promise<Sender> {
  const [said, jar] = await Promise.all([headers(), cookies()]);
  return {
    address: said.get('x-pezzo-sender') ?? 'unknown',
    isLocal: isFrontsWord(said.get('x-pezzo-local')),
    device: await findTablet(jar.get(DEVICE_COOKIE)?.value),
    token: jar.get(SESSION_COOKIE)?.value,
  };
}

/** Marked secure where it is served over TLS (on loopback it is not); never readable by a script. */
const guarded = () => ({ httpOnly: true, path: '/', secure: process.env.PEZZO_TLS === '1' });

/** Hands the session's token to the browser. */
export async function keepSession({ token, expiresAt }: OpenedSession): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, token, { ...guarded(), sameSite: 'lax', expires: expiresAt });
}

/** Hands a tablet its token. */
export async function keepTablet(token: string): Promise<void> {
  (await cookies()).set(DEVICE_COOKIE, token, { ...guarded(), sameSite: 'strict', maxAge: DEVICE_DAYS * 86_400 });
}

import { createHash, randomBytes } from 'node:crypto';
import { compare, hash } from 'bcryptjs';
import type { SetupForm, SignInForm } from '../contracts';
import { conflict, forbidden } from '../core/errors';
import {
  db, deleteSession, findPersonForSignIn, findSessionPerson, findShop, insertPerson, insertSession, insertShop,
  listPeople, noteFailure, transaction, type Db, type Person, type PersonSecrets,
} from '../data';
import { personId } from './person-id';

const HASH_ROUNDS = 10;
const SESSION_HOURS = 12;
/** Wrong PINs in a row before the name is locked, and for how long. */
const MAX_FAILURES = 5;
const LOCK_MINUTES = 5;

/** Hashes a PIN or password for storage. */
export const hashSecret = (secret: string) => hash(secret, HASH_ROUNDS);
const tokenHash = (token: string) => createHash('sha256').update(token).digest();

/** A session's token for the cookie, and when it ends. */
export interface OpenedSession {
  token: string;
  expiresAt: Date;
}

/** True before the shop is set up. */
export const needsSetup = async () => (await findShop(db)) === null;

/** The people the sign-in screen offers: active ones, names only. */
export const listSignInPeople = async () => (await listPeople(db)).filter((person) => person.active);

/** Sets up the shop and its owner on first start, and signs the owner in. A conflict where it is set up already. */
export async function setUpShop(form: SetupForm): Promise<OpenedSession> {
  const [pinHash, passwordHash] = await Promise.all([hashSecret(form.pin), hashSecret(form.password)]);
  return transaction(async (tx) => {
    if (await findShop(tx)) throw conflict('already-set-up', 'This shop is set up already: sign in.');
    await insertShop(tx, form.shop);
    const id = personId(form.name);
    await insertPerson(tx, { id, name: form.name, role: 'owner', pinHash, passwordHash });
    return openSession(tx, id);
  });
}

/**
 * Signs a person in by PIN or password. After five failures in a row the name is locked for five minutes; the answer is
 * the same for a wrong secret and an unknown name.
 */
export const signIn = (form: SignInForm): Promise<OpenedSession> => withSecret(form, (tx, person) => openSession(tx, person.id));

/** Makes sure that somebody is who they say, by PIN, without signing them in. Wrong tries count as on the sign-in screen. */
export const checkSecret = (person: string, pin: string): Promise<PersonSecrets> => withSecret({ person, pin }, async (_tx, found) => found);

async function withSecret<T>(form: SignInForm, then: (tx: Db, person: PersonSecrets) => Promise<T>): Promise<T> {
  const outcome = await transaction(async (tx): Promise<{ refused: Error } | { value: T }> => {
    const person = await findPersonForSignIn(tx, form.person);
    if (!person?.active) return { refused: wrong() };
    if (person.lockedUntil && person.lockedUntil > new Date()) return { refused: locked(person.lockedUntil) };
    if (await matches(person, form)) {
      await noteFailure(tx, person.id, 0, null);
      return { value: await then(tx, person) };
    }
    // A failure must stay counted, so the transaction commits and the refusal is thrown outside it.
    const failures = person.failedAttempts + 1;
    const until = failures >= MAX_FAILURES ? new Date(Date.now() + LOCK_MINUTES * 60_000) : null;
    await noteFailure(tx, person.id, until ? 0 : failures, until);
    return { refused: until ? locked(until) : wrong() };
  });
  if ('value' in outcome) return outcome.value;
  throw outcome.refused;
}

const wrong = () => forbidden('wrong-secret', 'That does not match. Try again.');
const locked = (until: Date) =>
  forbidden('locked', `Too many wrong tries: this name is locked for ${Math.max(1, Math.ceil((until.getTime() - Date.now()) / 60_000))} more minutes.`);

async function matches(person: PersonSecrets, { pin, password }: SignInForm): Promise<boolean> {
  if (pin !== undefined) return compare(pin, person.pinHash);
  return person.passwordHash !== null && compare(password ?? '', person.passwordHash);
}

async function openSession(tx: Db, personId: string): Promise<OpenedSession> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + SESSION_HOURS * 3_600_000);
  await insertSession(tx, tokenHash(token), personId, expiresAt);
  return { token, expiresAt };
}

/** Who a session token belongs to; null where it ended. */
export const findSignedIn = (token: string | undefined): Promise<Person | null> =>
  token ? findSessionPerson(db, tokenHash(token)) : Promise.resolve(null);

/** Ends a session. */
export const signOut = (token: string | undefined) => (token ? deleteSession(db, tokenHash(token)) : Promise.resolve());

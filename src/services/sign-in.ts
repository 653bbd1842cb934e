import { timingSafeEqual } from 'node:crypto';
import type { SetupForm, SignInForm } from '../contracts/schemas';
import { conflict, forbidden, tooOften } from '../core/errors';
import {
  claimTry,
  dbOf,
  doorDb,
  deleteSession,
  findSessionPerson,
  forgetTries,
  insertPerson,
  insertSession,
  HOME,
  insertShop,
  listBranches,
  listPeopleAtDoor,
  listPeopleForSignIn,
  noteDeviceSeen,
  onArrivals,
  PEOPLE,
  sweepSessions,
  tellPeople,
  transaction,
  type Actor,
  type Branch,
  type DeviceRow,
  type Person,
  type PersonSecrets,
  type Throttle,
} from '../data';
import { foldText } from '../core/trade';
import { freeIdFor } from './people';
import { hashSecret, matchesSecret, newToken, tokenHash } from './secrets';
import { writeSecurityLine } from './security-log';

const SESSION_HOURS = 12;
/** The longest wait after wrong tries, seconds. */
const LONGEST_WAIT = 300;
/** Wrong passwords from one sender, whatever the names, before it has to wait too: a desk where several people mistype is not an attack. */
const FREE_BY_SENDER = 20;
/** A wait that is sat out instead of refused, seconds: two taps at once, or a quick second try. */
const SHORT_WAIT = 1.1;

/** Where a sign-in comes from. */
export interface Sender {
  /** Network address. */
  address: string;
  /** A browser on this very machine, while the app listens on loopback only. */
  isLocal: boolean;
  /** The tablet it is, where that was let in. */
  device: Pick<DeviceRow, 'id' | 'name' | 'branch'> | null;
  /** The session that was open on it until now. */
  token?: string;
}

/** A session's token for the cookie, and when it ends. */
export interface OpenedSession {
  token: string;
  expiresAt: Date;
}

/** True before the shop is set up. */
export const needsSetup = async () => (await listBranches(doorDb)).length === 0;

/** Whether PINs work here, and names are shown. */
export const isEnrolled = ({ isLocal, device }: Sender): boolean => isLocal || device !== null;

/** The branches to choose from before names are shown: where a tablet was let in, or there is but one, there is nothing to choose. */
export async function branchesToChoose(sender: Sender): Promise<{ id: Branch; name: string }[]> {
  if (sender.device || !isEnrolled(sender)) return [];
  const branches = await listBranches(doorDb);
  return branches.length > 1 ? branches : [];
}

/** The people the sign-in screen offers: the active ones of the tablet's branch; on this very machine those of the branch that was chosen (null for the only one). Nobody elsewhere. */
export const listSignInPeople = async (sender: Sender, chosen: Branch | null = null): Promise<Person[]> =>
  isEnrolled(sender) ? listPeopleAtDoor(doorDb, sender.device?.branch ?? chosen) : [];

/**
 * Sets up the shop and its owner on first start, and signs the owner in. Asks for the code that was printed where Pezzo was started. A conflict where
 * it is set up already; nothing is hashed before both are known.
 */
export async function setUpShop(form: SetupForm, sender: Sender): Promise<OpenedSession> {
  if (!(await needsSetup())) throw conflict('already-set-up', 'This shop is set up already: sign in.');
  const throttle = { source: `setup:${sender.address}`, free: 0, longestSeconds: LONGEST_WAIT };
  await waitForTurn([throttle]);
  if (!isSetupCode(form.code)) {
    writeSecurityLine('set-up-refused', { from: sender.address });
    throw forbidden('wrong-code', 'That is not the code printed in the window where Pezzo was started.');
  }
  const [pinHash, passwordHash] = await Promise.all([hashSecret(form.pin), hashSecret(form.password)]);
  const id = await freeIdFor(form.name);
  await transaction(HOME, async (tx) => {
    if ((await listBranches(tx)).length) throw conflict('already-set-up', 'This shop is set up already: sign in.');
    await insertShop(tx, form.shop);
    await insertPerson(tx, { id, name: form.name, role: 'owner', pinHash, passwordHash, branch: HOME });
  });
  await forgetTries(doorDb, [throttle.source]);
  writeSecurityLine('set-up', { owner: id, from: sender.address });
  return openSession({ id, branch: HOME, byPassword: true, sender });
}

/** Without a code in its environment the app is not set up by anybody. */
function isSetupCode(given: string): boolean {
  const code = process.env.PEZZO_SETUP_CODE ?? '';
  const [a, b] = [tokenHash(given.replace(/\W/g, '').toUpperCase()), tokenHash(code.replace(/\W/g, '').toUpperCase())];
  return code !== '' && timingSafeEqual(a, b);
}

/**
 * Signs a person in: by PIN on a tablet that was let in, by password anywhere. The answer, and the time it takes, are the same for a wrong secret and an
 * unknown name. Wrong tries slow down that tablet for that name; nobody else. The session that was open there ends: no token outlives its person.
 */
export async function signIn(form: SignInForm, sender: Sender): Promise<OpenedSession> {
  const person =
    form.pin === undefined
      ? await checkPassword(form.person, form.password ?? '', sender)
      : await checkPin(form.person, form.pin, sender);
  if (sender.device && sender.device.branch !== person.branch)
    throw forbidden(
      'other-branch',
      'This tablet belongs to another branch. Sign in on a tablet of yours, or at a desk that was not enrolled.',
    );
  await signOut(sender.token);
  return openSession({ ...person, byPassword: form.pin === undefined, sender });
}

/** Makes sure that somebody of a branch (on this very machine, null: of any) is who they say by PIN, without signing them in. Throws `forbidden` on a tablet that was not let in. */
export async function checkPin(
  name: string,
  pin: string,
  sender: Sender,
  branch: Branch | null = sender.device?.branch ?? null,
): Promise<PersonSecrets> {
  if (!isEnrolled(sender))
    throw forbidden('not-enrolled', 'PINs work only on a tablet that was enrolled. Use your password.');
  const source = `pin:${sender.device?.id ?? 'local'}:${nameKey(name)}`;
  return check(branch, name, pin, 'pinHash', [{ source, free: 0, longestSeconds: LONGEST_WAIT }]);
}

/** Makes sure that somebody is who they say by password, without signing them in. */
export async function checkPassword(name: string, password: string, { address }: Sender): Promise<PersonSecrets> {
  return check(null, name, password, 'passwordHash', [
    { source: `password:${address}:${nameKey(name)}`, free: 0, longestSeconds: LONGEST_WAIT },
    { source: `password:${address}`, free: FREE_BY_SENDER, longestSeconds: LONGEST_WAIT },
  ]);
}

/** Tries are counted for a name however it is written, in any script. */
const nameKey = (name: string) => foldText(name).trim().slice(0, 100);

/** The most people of one name, over all branches, that a secret is compared for. */
const MOST_NAMESAKES = 4;

async function check(
  branch: Branch | null,
  name: string,
  secret: string,
  which: 'pinHash' | 'passwordHash',
  throttles: Throttle[],
): Promise<PersonSecrets> {
  await waitForTurn(throttles);
  const named = (await listPeopleForSignIn(doorDb, branch, name)).slice(0, MOST_NAMESAKES);
  // Somebody unknown takes as long as somebody known.
  const matches = await Promise.all(
    (named.length ? named : [null]).map((one) => matchesSecret(secret, one?.[which] ?? null)),
  );
  const found = named.filter((_, at) => matches[at]);
  if (found.length === 0) {
    writeSecurityLine('sign-in-refused', { name, at: throttles[0].source });
    throw forbidden('wrong-secret', 'That does not match. Try again.');
  }
  await forgetTries(
    doorDb,
    throttles.map(({ source }) => source),
  );
  if (found.length > 1)
    throw conflict(
      'which-branch',
      `Two branches have somebody called ${name} with the same secret. Sign in on a tablet of your branch, and change it.`,
    );
  return found[0];
}

async function waitForTurn(throttles: Throttle[]): Promise<void> {
  for (const throttle of throttles) {
    let seconds = await claimTry(doorDb, throttle);
    if (seconds > 0 && seconds <= SHORT_WAIT) {
      await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
      seconds = await claimTry(doorDb, throttle);
    }
    if (seconds > 0) writeSecurityLine('sign-in-delayed', { at: throttle.source, seconds: Math.ceil(seconds) });
    if (seconds > 0)
      throw tooOften('wait', `Too many wrong tries here. Wait ${waitWords(seconds)}, then try again.`, seconds);
  }
}

const waitWords = (seconds: number) =>
  seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} minutes`;

async function openSession({
  id,
  branch,
  byPassword,
  sender,
}: {
  id: string;
  branch: Branch;
  byPassword: boolean;
  sender: Sender;
}): Promise<OpenedSession> {
  const on = dbOf(branch);
  const token = newToken();
  const expiresAt = new Date(Date.now() + SESSION_HOURS * 3_600_000);
  await insertSession(on, {
    tokenHash: tokenHash(token),
    personId: id,
    byPassword,
    deviceId: sender.device?.id ?? null,
    expiresAt,
  });
  if (sender.device) await noteDeviceSeen(on, sender.device.id);
  return { token, expiresAt };
}

/** Who a session token belongs to; null where it ended. */
export const findSignedIn = (token: string | undefined): Promise<(Actor & { expiresAt: Date }) | null> =>
  token ? findSessionPerson(doorDb, tokenHash(token)) : Promise.resolve(null);

/** How long it is taken for granted who a session belongs to, where one tap follows another, milliseconds. What changes anybody's rights ends that at once. */
const GRANTED_MS = 1000;
type SignedIn = Actor & { expiresAt: Date };
const keep = globalThis as { pezzoGranted?: Map<string, { until: number; person: SignedIn }> };

function granted(): NonNullable<typeof keep.pezzoGranted> {
  if (!keep.pezzoGranted) {
    keep.pezzoGranted = new Map();
    onArrivals(PEOPLE, () => keep.pezzoGranted!.clear());
  }
  return keep.pezzoGranted;
}

/** Who a session token belongs to, as it was asked within the last second; null where it ended. For events, which come one tap after another. */
export async function findAtWork(token: string | undefined): Promise<SignedIn | null> {
  if (!token) return null;
  const known = granted().get(token);
  if (known && known.until > Date.now()) return known.person;
  const person = await findSignedIn(token);
  if (granted().size > 1000) granted().clear();
  if (person) granted().set(token, { until: Date.now() + GRANTED_MS, person });
  return person;
}

/** Ends a session, in every process at once. */
export async function signOut(token: string | undefined): Promise<void> {
  if (!token) return;
  keep.pezzoGranted?.delete(token);
  await deleteSession(doorDb, tokenHash(token));
  await tellPeople(doorDb);
}

/** Sweeps out sessions that have ended. */
export const sweepOut = (): Promise<number> => sweepSessions(doorDb);

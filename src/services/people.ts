import type { PersonChange, PersonForm } from '../contracts/schemas';
import { conflict, notFound } from '../core/errors';
import {
  countOwners,
  dbOf,
  doorDb,
  deleteSessionsOf,
  getPerson,
  insertPerson,
  listJobsPlacedWith,
  isPersonId,
  listCredits,
  listPeople,
  tellPeople,
  transaction,
  updatePassword,
  updatePerson,
  updatePin,
  type Actor,
  type Branch,
  type Db,
} from '../data';
import { demand } from './permission';
import { randomBytes } from 'node:crypto';
import { slugOf } from '../core/trade';
import { hashSecret } from './secrets';
import { writeSecurityLine } from './security-log';

/** Everybody of a branch. */
export const everybody = (branch: Branch) => listPeople(dbOf(branch));

/** Names by id, of everybody of a branch; of others who are asked for by name (`also`), what the library says of them: their branch. */
export const everybodysNames = async (branch: Branch, also: string[] = []): Promise<Record<string, string>> => {
  const own = Object.fromEntries((await listPeople(dbOf(branch))).map(({ id, name }) => [id, name]));
  const others = also.filter((id) => !(id in own));
  return others.length ? { ...own, ...(await listCredits(dbOf(branch), others)) } : own;
};

/** Bytes of chance in an id whose name says too little, or is taken. */
const CHANCE_BYTES = 4;

/** An id for a new person that nobody of any branch has: "ines-okafor-lind", "ines-okafor-lind-3f9c01a2" for the second of that name, "person-5a8e77d1" for 山田. */
export async function freeIdFor(name: string): Promise<string> {
  const slug = slugOf(name).slice(0, 40);
  const chance = () => `${slug || 'person'}-${randomBytes(CHANCE_BYTES).toString('hex')}`;
  let id = slug || chance();
  while (await isPersonId(doorDb, id)) id = chance();
  return id;
}

/** Whether somebody works here, in the branch of whoever asks. Throws not-found. */
export async function worksHere(on: Db, by: Actor, person: string): Promise<boolean> {
  const { active, branch } = await getPerson(on, person);
  return active && branch === by.branch;
}

/** Adds a person. A conflict where the name is taken. */
export async function addPerson(by: Actor, form: PersonForm): Promise<string> {
  demand(by, 'set-up');
  const db = dbOf(by);
  const pinHash = await hashSecret(form.pin);
  const passwordHash = form.password ? await hashSecret(form.password) : null;
  if ((await listPeople(db)).some((one) => one.active && one.name.toLowerCase() === form.name.toLowerCase()))
    throw conflict('name-taken', `There is somebody called ${form.name} already.`);
  const id = await freeIdFor(form.name);
  await insertPerson(db, { id, name: form.name, role: form.role, pinHash, passwordHash, branch: by.branch });
  writeSecurityLine('person-added', { person: id, role: form.role, by: by.id });
  return id;
}

/** Changes role, access, PIN or password. The last owner stays an active owner. A removed person is signed out at once. Returns the jobs of the day that somebody who was removed is still placed on. */
export async function changePerson(by: Actor, id: string, change: PersonChange): Promise<{ placedOn: number[] }> {
  demand(by, 'set-up');
  const db = dbOf(by);
  const pinHash = change.pin ? await hashSecret(change.pin) : null;
  const passwordHash = change.password ? await hashSecret(change.password) : null;
  await transaction(by, async (tx) => {
    const person = await getPerson(tx, id);
    if (person.branch !== by.branch) throw notFound('person-unknown', 'Nobody of that name works in this branch.');
    const role = change.role ?? person.role;
    const active = change.active ?? person.active;
    const losesOwner = person.role === 'owner' && person.active && (role !== 'owner' || !active);
    if (losesOwner && (await countOwners(tx, by.branch)) === 1)
      throw conflict('last-owner', 'The shop needs an owner: make somebody else owner first.');
    await updatePerson(tx, id, role, active);
    if (pinHash) await updatePin(tx, id, pinHash);
    if (passwordHash) await updatePassword(tx, id, passwordHash);
    if (!active || pinHash || passwordHash) await deleteSessionsOf(tx, id);
    await tellPeople(tx);
  });
  writeSecurityLine('person-changed', { person: id, what: Object.keys(change).join(' '), by: by.id });
  return { placedOn: change.active === false ? await listJobsPlacedWith(db, id) : [] };
}

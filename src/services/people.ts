import type { PersonChange, PersonForm } from '../contracts/schemas';
import { conflict, notFound } from '../core/errors';
import {
  countOwners,
  db,
  deleteSessionsOf,
  getPerson,
  insertPerson,
  listJobsPlacedWith,
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
import { personId } from './person-id';
import { hashSecret } from './secrets';
import { writeSecurityLine } from './security-log';

/** Everybody of a branch. */
export const everybody = (branch: Branch) => listPeople(db, branch);

/** Names by id, of all branches. */
export const everybodysNames = async (): Promise<Record<string, string>> =>
  Object.fromEntries((await listPeople(db, null)).map(({ id, name }) => [id, name]));

/** The id that a new name gets. Throws a conflict where it is taken in any branch: people sign in by name. */
export async function freeIdFor(name: string): Promise<string> {
  const id = personId(name);
  if ((await listPeople(db, null)).some((person) => person.id === id))
    throw conflict('name-taken', `There is somebody called ${name} already.`);
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
  const pinHash = await hashSecret(form.pin);
  const passwordHash = form.password ? await hashSecret(form.password) : null;
  const id = await freeIdFor(form.name);
  await insertPerson(db, { id, name: form.name, role: form.role, pinHash, passwordHash, branch: by.branch });
  writeSecurityLine('person-added', { person: id, role: form.role, by: by.id });
  return id;
}

/** Changes role, access, PIN or password. The last owner stays an active owner. A removed person is signed out at once. Returns the jobs of the day that somebody who was removed is still placed on. */
export async function changePerson(by: Actor, id: string, change: PersonChange): Promise<{ placedOn: number[] }> {
  demand(by, 'set-up');
  const pinHash = change.pin ? await hashSecret(change.pin) : null;
  const passwordHash = change.password ? await hashSecret(change.password) : null;
  await transaction(async (tx) => {
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

import type { Branch, Db } from './pool';
import { notFound } from '../core/errors';

export type Role = 'trainee' | 'technician' | 'lead' | 'owner';

export interface Person {
  id: string;
  name: string;
  role: Role;
  active: boolean;
  branch: Branch;
  hasPassword: boolean;
}

export interface PersonSecrets extends Person {
  pinHash: string;
  passwordHash: string | null;
}

const PERSON = 'id, name, role, active, branch, password_hash is not null as "hasPassword"';

/** Everybody of a branch: active ones first, by name. */
export async function listPeople(db: Db): Promise<Person[]> {
  const { rows } = await db.query<Person>(`select ${PERSON} from people order by active desc, name, id`);
  return rows;
}

/** What the given people are called; those of other branches, who made what the library shares, by their branch's name. */
export async function listCredits(db: Db, ids: string[]): Promise<Record<string, string>> {
  const { rows } = await db.query<{ id: string; name: string }>('select id, name from credits($1)', [ids]);
  return Object.fromEntries(rows.map(({ id, name }) => [id, name]));
}

/** True where somebody of any branch has this id. */
export async function isPersonId(db: Db, id: string): Promise<boolean> {
  const { rows } = await db.query<{ taken: boolean }>(`select is_taken('person', $1) as taken`, [id]);
  return rows[0].taken;
}

/** One person. Throws not-found. */
export async function getPerson(db: Db, id: string): Promise<Person> {
  const { rows } = await db.query<Person>(`select ${PERSON} from people where id = $1`, [id]);
  if (!rows[0]) throw notFound('person-unknown', 'Nobody of that name works here.');
  return rows[0];
}

/** Active people with the secrets sign-in compares, of a branch or of all (null), by id or by the name as it is typed; at most one where it is an id. */
export async function listPeopleForSignIn(db: Db, branch: Branch | null, idOrName: string): Promise<PersonSecrets[]> {
  const { rows } = await db.query<PersonSecrets>(
    `select ${PERSON}, pin_hash as "pinHash", password_hash as "passwordHash" from door_people($1, $2)`,
    [branch, idOrName],
  );
  const byId = rows.filter(({ id }) => id === idOrName);
  return byId.length ? byId : rows;
}

/** Who may sign in on a branch's tablets: active people by name; of every branch where none is given. */
export async function listPeopleAtDoor(db: Db, branch: Branch | null): Promise<Person[]> {
  const { rows } = await db.query<Person>(`select ${PERSON} from door_people($1, null)`, [branch]);
  return rows;
}

/** Adds a person. */
export async function insertPerson(
  db: Db,
  person: { id: string; name: string; role: Role; pinHash: string; passwordHash: string | null; branch: Branch },
): Promise<void> {
  await db.query(
    'insert into people (id, name, role, pin_hash, password_hash, branch) values ($1, $2, $3, $4, $5, $6)',
    [person.id, person.name, person.role, person.pinHash, person.passwordHash, person.branch],
  );
}

/** Changes a person's role and whether they may sign in. */
export async function updatePerson(db: Db, id: string, role: Role, active: boolean): Promise<void> {
  await db.query('update people set role = $2, active = $3 where id = $1', [id, role, active]);
}

/** Sets a new PIN. */
export async function updatePin(db: Db, id: string, pinHash: string): Promise<void> {
  await db.query('update people set pin_hash = $2 where id = $1', [id, pinHash]);
}

/** Sets a new password. */
export async function updatePassword(db: Db, id: string, passwordHash: string): Promise<void> {
  await db.query('update people set password_hash = $2 where id = $1', [id, passwordHash]);
}

/** How many active owners a branch has: the last one may not be removed. */
export async function countOwners(db: Db, branch: Branch): Promise<number> {
  const { rows } = await db.query<{ n: number }>(
    `select count(*)::int as n from people where active and role = 'owner' and branch = $1`,
    [branch],
  );
  return rows[0].n;
}

/** The tool codes in a person's kit. Empty where nothing was ever said. */
export async function getKit(db: Db, id: string): Promise<string[]> {
  const { rows } = await db.query<{ kit: string[] }>('select kit from people where id = $1', [id]);
  if (!rows[0]) throw notFound('person-unknown', 'Nobody of that name works here.');
  return rows[0].kit;
}

/** Replaces a person's kit. */
export async function updateKit(db: Db, id: string, kit: string[]): Promise<void> {
  await db.query('update people set kit = $2 where id = $1', [id, JSON.stringify(kit)]);
}

/** The kits of everybody, by person. */
export async function listKits(db: Db): Promise<Map<string, string[]>> {
  const { rows } = await db.query<{ id: string; kit: string[] }>('select id, kit from people');
  return new Map(rows.map(({ id, kit }) => [id, kit]));
}

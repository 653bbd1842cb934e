import type { Db } from './pool';
import type { Branch } from './shop';
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

/** Everybody of a branch, or of all of them (null): active ones first, by name. */
export async function listPeople(db: Db, branch: Branch | null): Promise<Person[]> {
  const { rows } = await db.query<Person>(
    `select ${PERSON} from people where $1::int is null or branch = $1 order by active desc, name`,
    [branch],
  );
  return rows;
}

/** One person. Throws not-found. */
export async function getPerson(db: Db, id: string): Promise<Person> {
  const { rows } = await db.query<Person>(`select ${PERSON} from people where id = $1`, [id]);
  if (!rows[0]) throw notFound('person-unknown', 'Nobody of that name works here.');
  return rows[0];
}

/** A person with the secrets sign-in compares, by id or by the name as it is typed; null where there is none. */
export async function findPersonForSignIn(db: Db, idOrName: string): Promise<PersonSecrets | null> {
  const { rows } = await db.query<PersonSecrets>(
    `select ${PERSON}, pin_hash as "pinHash", password_hash as "passwordHash"
       from people where id = $1 or (active and lower(name) = lower($1)) order by id = $1 desc limit 1`,
    [idOrName],
  );
  return rows[0] ?? null;
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

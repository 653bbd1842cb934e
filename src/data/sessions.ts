import type { Db } from './pool';
import type { Person } from './people';

/** Keeps a session; only the token's hash is stored. */
export async function insertSession(db: Db, tokenHash: Buffer, personId: string, expiresAt: Date): Promise<void> {
  await db.query('insert into sessions (token_hash, person_id, expires_at) values ($1, $2, $3)', [tokenHash, personId, expiresAt]);
}

/** The active person of a live session; null where it ended or the person was removed. */
export async function findSessionPerson(db: Db, tokenHash: Buffer): Promise<Person | null> {
  const { rows } = await db.query<Person>(
    `select p.id, p.name, p.role, p.active, p.password_hash is not null as "hasPassword"
       from sessions s join people p on p.id = s.person_id
      where s.token_hash = $1 and s.expires_at > now() and p.active`,
    [tokenHash],
  );
  return rows[0] ?? null;
}

/** Ends one session. */
export async function deleteSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db.query('delete from sessions where token_hash = $1', [tokenHash]);
}

/** Ends all sessions of a person and every expired one. */
export async function deleteSessionsOf(db: Db, personId: string): Promise<void> {
  await db.query('delete from sessions where person_id = $1 or expires_at <= now()', [personId]);
}

import type { Db } from './pool';
import type { Person } from './people';

/** A person at work: who is signed in, and how they proved it. */
export interface Actor extends Person {
  /** Signed in by password, not by the PIN alone. */
  byPassword: boolean;
}

export interface SessionRow {
  tokenHash: Buffer;
  personId: string;
  byPassword: boolean;
  deviceId: string | null;
  expiresAt: Date;
}

/** Keeps a session; only the token's hash is stored. Sessions of the branch that have ended are swept out on the way. */
export async function insertSession(db: Db, session: SessionRow): Promise<void> {
  await db.query('delete from sessions where expires_at <= now()');
  await db.query(
    'insert into sessions (token_hash, person_id, by_password, device_id, expires_at) values ($1, $2, $3, $4, $5)',
    [session.tokenHash, session.personId, session.byPassword, session.deviceId, session.expiresAt],
  );
}

/** The active person of a live session; null where it ended, the person was removed, or the tablet it was opened on is no longer let in, or another branch's. */
export async function findSessionPerson(db: Db, tokenHash: Buffer): Promise<(Actor & { expiresAt: Date }) | null> {
  const { rows } = await db.query<Actor & { expiresAt: Date }>(
    'select id, name, role, active, branch, "hasPassword", "byPassword", "expiresAt" from door_session($1)',
    [tokenHash],
  );
  return rows[0] ?? null;
}

/** Ends one session. */
export async function deleteSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db.query('select door_end_session($1)', [tokenHash]);
}

/** Ends all sessions of a person. */
export async function deleteSessionsOf(db: Db, personId: string): Promise<void> {
  await db.query('delete from sessions where person_id = $1', [personId]);
}

/** Ends all sessions that were opened on a tablet. */
export async function deleteSessionsOn(db: Db, deviceId: string): Promise<void> {
  await db.query('delete from sessions where device_id = $1', [deviceId]);
}

/** Sweeps out sessions that have ended. Returns how many there were. */
export async function sweepSessions(db: Db): Promise<number> {
  const { rows } = await db.query<{ gone: number }>('select door_sweep() as gone');
  return rows[0].gone;
}

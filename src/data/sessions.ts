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

/** Keeps a session; only the token's hash is stored. Sessions that have ended are swept out on the way. */
export async function insertSession(db: Db, session: SessionRow): Promise<void> {
  await db.query('delete from sessions where expires_at <= now()');
  await db.query(
    'insert into sessions (token_hash, person_id, by_password, device_id, expires_at) values ($1, $2, $3, $4, $5)',
    [session.tokenHash, session.personId, session.byPassword, session.deviceId, session.expiresAt],
  );
}

/** The active person of a live session; null where it ended, the person was removed, or the tablet it was opened on is no longer let in. */
export async function findSessionPerson(db: Db, tokenHash: Buffer): Promise<(Actor & { expiresAt: Date }) | null> {
  const { rows } = await db.query<Actor & { expiresAt: Date }>(
    `select p.id, p.name, p.role, p.active, p.branch, p.password_hash is not null as "hasPassword", s.by_password as "byPassword", s.expires_at as "expiresAt"
       from sessions s join people p on p.id = s.person_id left join devices d on d.id = s.device_id
      where s.token_hash = $1 and s.expires_at > now() and p.active and d.revoked_at is null`,
    [tokenHash],
  );
  return rows[0] ?? null;
}

/** Ends one session. */
export async function deleteSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db.query('delete from sessions where token_hash = $1', [tokenHash]);
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
  const { rowCount } = await db.query('delete from sessions where expires_at <= now()');
  return rowCount ?? 0;
}

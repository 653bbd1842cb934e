import { notFound } from '../core/errors';
import type { Db } from './pool';

/** A tablet that was let in. */
export interface DeviceRow {
  id: string;
  name: string;
  enrolledBy: string;
  /** Whose it is: the branch of who let it in. */
  branch: number;
  enrolledAt: Date;
  seenAt: Date;
  revokedAt: Date | null;
}

const DEVICE =
  'id, name, enrolled_by as "enrolledBy", branch, enrolled_at as "enrolledAt", seen_at as "seenAt", revoked_at as "revokedAt"';

/** Lets a tablet in; only its token's hash is stored. Returns its id. */
export async function insertDevice(db: Db, device: { name: string; tokenHash: Buffer; by: string }): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    'insert into devices (name, token_hash, enrolled_by) values ($1, $2, $3) returning id',
    [device.name, device.tokenHash, device.by],
  );
  return rows[0].id;
}

/** The tablet a token belongs to; null where it is none, or no longer let in. */
export async function findDevice(db: Db, tokenHash: Buffer): Promise<DeviceRow | null> {
  const { rows } = await db.query<DeviceRow>(`select ${DEVICE} from door_device($1)`, [tokenHash]);
  return rows[0] ?? null;
}

/** Notes that somebody signed in on it. */
export async function noteDeviceSeen(db: Db, id: string): Promise<void> {
  await db.query('update devices set seen_at = now() where id = $1', [id]);
}

/** Every tablet that was ever let in: those that still are first, by name. */
export async function listDevices(db: Db): Promise<DeviceRow[]> {
  const { rows } = await db.query<DeviceRow>(
    `select ${DEVICE} from devices order by revoked_at is not null, name, enrolled_at`,
  );
  return rows;
}

/** Shuts a tablet out. Throws not-found. */
export async function revokeDevice(db: Db, id: string, by: string): Promise<void> {
  const { rowCount } = await db.query(
    'update devices set revoked_at = coalesce(revoked_at, now()), revoked_by = coalesce(revoked_by, $2) where id = $1',
    [id, by],
  );
  if (!rowCount) throw notFound('device-unknown', 'There is no such tablet.');
}

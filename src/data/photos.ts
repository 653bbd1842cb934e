import { notFound } from '../core/errors';
import type { Db } from './pool';

/** Whose a photo is: a job's, or a procedure's. */
export type PhotoOwner = { jobNumber: number; procedure: null } | { jobNumber: null; procedure: string };

export interface PhotoRow {
  id: string;
  sha256: Buffer;
  picture: Buffer;
  small: Buffer;
  width: number;
  height: number;
}

/** Keeps a photo. Returns false where its id is taken: nothing is changed. */
export async function insertPhoto(db: Db, photo: PhotoRow & PhotoOwner & { receivedFrom: string }): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into photos (id, job_number, sha256, picture, small, width, height, received_from, procedure_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (id) do nothing`,
    [
      photo.id,
      photo.jobNumber,
      photo.sha256,
      photo.picture,
      photo.small,
      photo.width,
      photo.height,
      photo.receivedFrom,
      photo.procedure,
    ],
  );
  return rowCount === 1;
}

/** What tells one delivery of a photo from another; null where there is none yet. */
export async function findPhotoMark(db: Db, id: string): Promise<({ sha256: Buffer } & PhotoOwner) | null> {
  const { rows } = await db.query<{ sha256: Buffer } & PhotoOwner>(
    'select sha256, job_number as "jobNumber", procedure_id as procedure from photos where id = $1',
    [id],
  );
  return rows[0] ?? null;
}

/** The bytes of a photo, whole or small. Throws not-found. */
export async function getPhoto(db: Db, id: string, size: 'picture' | 'small'): Promise<Buffer> {
  const { rows } = await db.query<{ bytes: Buffer }>(
    size === 'small'
      ? 'select small as bytes from photos where id = $1'
      : 'select picture as bytes from photos where id = $1',
    [id],
  );
  if (rows[0]?.bytes.length === 0) throw notFound('photo-redacted', 'This photo was erased with the customer data.');
  if (!rows[0]) throw notFound('photo-unknown', 'There is no such photo, or its tablet has not sent it yet.');
  return rows[0].bytes;
}

/** Some photos of a job, in the order of the ids. */
export async function listPhotos(
  db: Db,
  jobNumber: number,
  ids: string[],
): Promise<Pick<PhotoRow, 'id' | 'picture' | 'width' | 'height'>[]> {
  const { rows } = await db.query<PhotoRow>(
    'select id, picture, width, height from photos where job_number = $1 and id = any($2) order by array_position($2, id)',
    [jobNumber, ids],
  );
  return rows;
}

/** Photos of a job that are still kept, as they came. */
export async function listPhotosOfJob(db: Db, jobNumber: number): Promise<Pick<PhotoRow, 'id' | 'picture'>[]> {
  const { rows } = await db.query<PhotoRow>(
    'select id, picture from photos where job_number = $1 and redacted_at is null order by received_at, id',
    [jobNumber],
  );
  return rows;
}

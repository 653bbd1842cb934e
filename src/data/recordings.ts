import { notFound } from '../core/errors';
import type { RecordingKind } from '../core/document';
import type { Db } from './pool';

export interface RecordingRow {
  id: string;
  procedure: string;
  sha256: Buffer;
  kind: RecordingKind;
  /** "audio/webm", "video/mp4". */
  mediaType: string;
  bytes: Buffer;
}

/** Keeps a recording. Returns false where its id is taken: nothing is changed. */
export async function insertRecording(db: Db, one: RecordingRow & { receivedFrom: string }): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into recordings (id, procedure_id, sha256, kind, media_type, bytes, received_from) values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (id) do nothing`,
    [one.id, one.procedure, one.sha256, one.kind, one.mediaType, one.bytes, one.receivedFrom],
  );
  return rowCount === 1;
}

/** What tells one delivery of a recording from another; null where there is none yet. */
export async function findRecordingMark(
  db: Db,
  id: string,
): Promise<Pick<RecordingRow, 'sha256' | 'procedure' | 'kind'> | null> {
  const { rows } = await db.query<Pick<RecordingRow, 'sha256' | 'procedure' | 'kind'>>(
    'select sha256, procedure_id as procedure, kind from recordings where id = $1',
    [id],
  );
  return rows[0] ?? null;
}

/** A recording's bytes and what they are. Throws not-found. */
export async function getRecording(db: Db, id: string): Promise<Pick<RecordingRow, 'bytes' | 'mediaType'>> {
  const { rows } = await db.query<Pick<RecordingRow, 'bytes' | 'mediaType'>>(
    'select bytes, media_type as "mediaType" from recordings where id = $1',
    [id],
  );
  if (!rows[0]) throw notFound('recording-unknown', 'There is no such recording, or its tablet has not sent it yet.');
  return rows[0];
}

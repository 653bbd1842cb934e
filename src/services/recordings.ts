import { createHash } from 'node:crypto';
import { bytesInWords, MAX_RECORDING_BYTES } from '../contracts/body-limits';
import { conflict, invalid } from '../core/errors';
import { LONGEST_SECONDS, type RecordingKind } from '../core/document';
import { dbOf, findRecordingMark, getRecording, insertRecording, type Actor, type Branch } from '../data';
import { doHeavy, TooHard } from './heavy';
import { demandOwn } from './own';
import { demand } from './permission';

/** How long looking into one may take, milliseconds. */
const LIMIT_MS = 10_000;
/** What a container may say above the limit: tablets stop a little late. */
const SLACK_SECONDS = 2;

const WORDS: Record<RecordingKind, string> = { spoken: 'a spoken note', clip: 'a clip' };

/** What looking into one found. */
type Inspection =
  | { ok: true; subtype: string; hasSound: boolean; hasPicture: boolean; seconds: number | null }
  | { ok: false; message: string };

/** What was sent of a recording. */
export interface SentRecording {
  id: string;
  procedure: string;
  kind: RecordingKind;
  bytes: Buffer;
  /** SHA-256 of the whole recording as the device has it, hex. */
  sha256: string;
}

/**
 * Keeps a spoken note or a clip of a procedure as it came. The same one sent twice is kept once. Throws `invalid` with what to do where it was cut off on the way, is no
 * recording that browsers play (WebM, MP4, Ogg), has no picture or no sound where it needs one, is too long or too large; a conflict where the id stands for another one.
 */
export async function keepRecording(by: Actor, { id, procedure, kind, bytes, sha256 }: SentRecording): Promise<void> {
  demand(by, 'record');
  const db = dbOf(by);
  if (bytes.length > MAX_RECORDING_BYTES)
    throw invalid('recording-too-large', `A recording has ${bytesInWords(MAX_RECORDING_BYTES)} at most.`);
  const digest = createHash('sha256').update(bytes).digest();
  if (digest.toString('hex') !== sha256.toLowerCase())
    throw invalid(
      'recording-cut',
      'Only a part of the recording arrived. It is still on the tablet and is sent again.',
    );
  const isTheSame = async () => {
    const known = await findRecordingMark(db, id);
    return known && known.sha256.equals(digest) && known.procedure === procedure && known.kind === kind;
  };
  const differs = () => conflict('recording-differs', 'Another recording has this number already.');
  if (await findRecordingMark(db, id)) {
    if (!(await isTheSame())) throw differs();
    return;
  }
  await demandOwn(db, by, procedure);
  const mediaType = mediaTypeOf(kind, await inspect(bytes));
  const isKept = await insertRecording(db, { id, procedure, sha256: digest, kind, mediaType, bytes, receivedFrom: by.id }); // prettier-ignore
  if (!isKept && !(await isTheSame())) throw differs();
}

const unreadable = (why: string) =>
  invalid('recording-unreadable', `This file is not a recording that can be played (WebM, MP4 or Ogg): ${why}.`);

function mediaTypeOf(kind: RecordingKind, found: Inspection): string {
  if (!found.ok) throw unreadable(found.message);
  if (kind === 'clip' && !found.hasPicture) throw unreadable('it has no picture');
  if (kind === 'spoken' && !found.hasSound) throw unreadable('it has no sound');
  if (kind === 'spoken' && found.hasPicture) throw unreadable('it has a picture, and a spoken note has none');
  const longest = LONGEST_SECONDS[kind];
  if ((found.seconds ?? 0) > longest + SLACK_SECONDS)
    throw invalid(
      'recording-too-long',
      `${WORDS[kind]} has ${longest} seconds at most.`.replace(/^./, (a) => a.toUpperCase()),
    );
  return `${kind === 'clip' ? 'video' : 'audio'}/${found.subtype}`;
}

const inspect = (bytes: Buffer): Promise<Inspection> =>
  doHeavy<Inspection>('recording', 'inspect', { bytes: new Uint8Array(bytes) }, LIMIT_MS).catch((error: unknown) => {
    if (error instanceof TooHard) throw unreadable('reading it takes too long');
    throw error;
  });

/** A recording's bytes and media type. Throws not-found. */
export const readRecording = (branch: Branch, id: string) => getRecording(dbOf(branch), id);

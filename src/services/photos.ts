import { createHash } from 'node:crypto';
import { imageSize } from 'image-size';
import { bytesInWords, MAX_PHOTO_BYTES } from '../contracts/body-limits';
import { conflict, invalid } from '../core/errors';
import { dbOf, findPhotoMark, getJob, getPhoto, insertPhoto, type Actor, type PhotoOwner, type Branch } from '../data';
import { doHeavy, TooHard } from './heavy';
import { demandOwn } from './own';
import { demand } from './permission';

/** Pixels a photo may have: twice what a large camera makes. */
const MOST_PIXELS = 50_000_000;
/** A picture says its size at its beginning: no more of it is looked at before that is known, bytes. */
const HEADER_BYTES = 64 * 1024;
/** How long one picture may take to be converted, milliseconds. */
const LIMIT_MS = 15_000;
/** Kinds of picture that are taken, as their first bytes say; whatever the file is called. */
const KINDS: ReadonlySet<string> = new Set(['jpg', 'png', 'webp', 'heic', 'heif']);

/** The refusal of a photo that is too large. */
const photoTooLarge = () =>
  invalid(
    'photo-too-large',
    `That photo is larger than ${bytesInWords(MAX_PHOTO_BYTES)}. Take it again with a smaller size.`,
  );

/** What was sent of a photo. */
export interface SentPhoto {
  id: string;
  owner: PhotoOwner;
  bytes: Buffer;
  /** SHA-256 of the whole photo as the device has it, hex. */
  sha256: string;
}

/**
 * Keeps a photo: turned upright, without position or other hidden data, as JPEG. The same photo sent twice is kept once. Throws `invalid` with what to do
 * where it was cut off on the way, is no picture, or is too large; a conflict where the id stands for another picture.
 */
export async function keepPhoto(by: Actor, { id, owner, bytes, sha256 }: SentPhoto): Promise<void> {
  demand(by, owner.procedure === null ? 'follow' : 'record');
  const db = dbOf(by);
  if (bytes.length > MAX_PHOTO_BYTES) throw photoTooLarge();
  const digest = createHash('sha256').update(bytes).digest();
  if (digest.toString('hex') !== sha256.toLowerCase())
    throw invalid('photo-cut', 'Only a part of the photo arrived. It is still on the tablet and is sent again.');
  const isTheSame = async () => {
    const known = await findPhotoMark(db, id);
    return known && known.sha256.equals(digest) && known.jobNumber === owner.jobNumber && known.procedure === owner.procedure; // prettier-ignore
  };
  const differs = () => conflict('photo-differs', 'Another photo has this number already.');
  if (await findPhotoMark(db, id)) {
    if (!(await isTheSame())) throw differs();
    return;
  }
  if (owner.jobNumber !== null) await getJob(db, by.branch, owner.jobNumber);
  else await demandOwn(db, by, owner.procedure);
  const isKept = await insertPhoto(db, { id, ...owner, ...(await convertedPhoto(bytes)), receivedFrom: by.id });
  if (!isKept && !(await isTheSame())) throw differs();
}

/** A picture as it is kept: upright, without hidden data, as JPEG, with the hash of what came. Throws `invalid` where it is none that can be read. */
export async function convertedPhoto(
  bytes: Buffer,
): Promise<{ sha256: Buffer; picture: Buffer; small: Buffer; width: number; height: number }> {
  const { isHeic } = lookAtHeader(bytes);
  const conversion = await convert(bytes, isHeic);
  if (!conversion.ok) throw unreadable(conversion.message);
  const { picture, small, width, height } = conversion.photo;
  return {
    sha256: createHash('sha256').update(bytes).digest(),
    picture: Buffer.from(picture),
    small: Buffer.from(small),
    width,
    height,
  };
}

const unreadable = (why: string) =>
  invalid('photo-unreadable', `This file is not a picture that can be read (JPEG, PNG, WebP or HEIC): ${why}.`);

/** What the first bytes say of a picture: its kind and size. Nothing of it is decoded. Throws `invalid` where it is of another kind, or too large to decode. */
export function lookAtHeader(bytes: Buffer): { isHeic: boolean } {
  const { type = 'unknown', width, height } = sizeOf(bytes);
  if (!KINDS.has(type))
    throw unreadable(`it is ${type === 'unknown' ? 'none of these' : `of the kind ${type.toUpperCase()}`}`);
  if (!width || !height) throw unreadable('its size is missing');
  if (width * height > MOST_PIXELS)
    throw invalid(
      'photo-too-large',
      `That photo has ${Math.round((width * height) / 1e6)} million pixels; ${MOST_PIXELS / 1e6} million is the most. Take it again with a smaller size.`,
    );
  return { isHeic: type === 'heic' || type === 'heif' };
}

function sizeOf(bytes: Buffer): { type?: string; width?: number; height?: number } {
  try {
    return imageSize(bytes.subarray(0, HEADER_BYTES));
  } catch {
    return {};
  }
}

type Conversion =
  | { ok: true; photo: { picture: Uint8Array; small: Uint8Array; width: number; height: number } }
  | { ok: false; message: string };

const convert = (bytes: Buffer, isHeic: boolean): Promise<Conversion> =>
  doHeavy<Conversion>(
    'photo',
    'convert',
    { bytes: new Uint8Array(bytes), isHeic, mostPixels: MOST_PIXELS, limitSeconds: LIMIT_MS / 1000 },
    LIMIT_MS,
  ).catch((error: unknown) => {
    if (error instanceof TooHard)
      throw invalid('photo-unreadable', 'That picture takes too long to read. Take it again, or send it as JPEG.');
    throw error;
  });

/** A photo's bytes, whole or small. Throws not-found. */
export const readPhoto = (branch: Branch, id: string, size: 'picture' | 'small'): Promise<Buffer> =>
  getPhoto(dbOf(branch), id, size);

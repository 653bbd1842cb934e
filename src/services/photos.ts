import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { conflict, invalid } from '../core/errors';
import { db, findPhotoMark, getJob, getPhoto, insertPhoto, type Person } from '../data';
import { demand } from './permission';

/** The largest picture taken, bytes. */
export const MAX_PHOTO_BYTES = 25 * 1024 * 1024;
/** Sides of what is kept and of its small copy, px. */
const LARGEST_PX = 2560;
const SMALL_PX = 420;
/** Pixels that are still decoded: more is a trap, or no photo. */
const MAX_PIXELS = 300_000_000;

/** The refusal of a photo that is too large. */
export const photoTooLarge = () => invalid('photo-too-large', 'That photo is larger than 25 MB. Take it again with a smaller size.');

/** What was sent of a photo. */
export interface SentPhoto {
  id: string;
  jobNumber: number;
  bytes: Buffer;
  /** SHA-256 of the whole photo as the device has it, hex. */
  sha256: string;
}

/**
 * Keeps a photo: turned upright, without position or other hidden data, as JPEG. The same photo sent twice is kept once. Throws `invalid` with what to do
 * where it was cut off on the way, is no picture, or is too large; a conflict where the id stands for another picture.
 */
export async function keepPhoto(by: Person, { id, jobNumber, bytes, sha256 }: SentPhoto): Promise<void> {
  demand(by, 'follow');
  if (bytes.length > MAX_PHOTO_BYTES) throw photoTooLarge();
  const digest = createHash('sha256').update(bytes).digest();
  if (digest.toString('hex') !== sha256.toLowerCase()) throw invalid('photo-cut', 'Only a part of the photo arrived. It is still on the tablet and is sent again.');
  const known = await findPhotoMark(db, id);
  if (known) {
    if (!known.sha256.equals(digest) || known.jobNumber !== jobNumber) throw conflict('photo-differs', 'Another photo has this number already.');
    return;
  }
  await getJob(db, jobNumber);
  const picture = await toJpeg(bytes, LARGEST_PX, 84);
  const small = await toJpeg(picture.data, SMALL_PX, 74);
  await insertPhoto(db, { id, jobNumber, sha256: digest, picture: picture.data, small: small.data, width: picture.info.width, height: picture.info.height, receivedFrom: by.id });
}

/** HEIC and HEIF files say so after their first four bytes. */
const isHeic = (bytes: Buffer) => bytes.subarray(4, 8).toString('latin1') === 'ftyp' && /^(hei|hev|mif1|msf1)/.test(bytes.subarray(8, 12).toString('latin1'));

async function toJpeg(bytes: Buffer, side: number, quality: number) {
  try {
    const readable = isHeic(bytes) ? await fromHeic(bytes) : bytes;
    return await sharp(readable, { limitInputPixels: MAX_PIXELS, failOn: 'error' }).rotate().resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' }).jpeg({ quality, mozjpeg: true }).toBuffer({ resolveWithObject: true });
  } catch (error) {
    throw invalid('photo-unreadable', `That is no picture that can be read (JPEG, PNG, WebP or HEIC): ${(error as Error).message.split('\n')[0].slice(0, 120)}.`);
  }
}

async function fromHeic(bytes: Buffer): Promise<Buffer> {
  const { default: convert } = await import('heic-convert');
  return Buffer.from(await convert({ buffer: new Uint8Array(bytes), format: 'JPEG', quality: 0.92 }));
}

/** A photo's bytes, whole or small. Throws not-found. */
export const readPhoto = (id: string, size: 'picture' | 'small'): Promise<Buffer> => getPhoto(db, id, size);

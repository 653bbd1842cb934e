import './low-priority';
import sharp, { type Sharp } from 'sharp';

/** Converts photos for the server, off its event loop. Whoever asks has looked at the header and set the time this may take. */

/** Sides of what is kept and of its small copy, px. */
const LARGEST_PX = 2560;
const SMALL_PX = 420;

// One picture at a time on one core each: two workers are all there are.
sharp.cache(false);
sharp.concurrency(1);

/** A photo as it is kept. */
export interface Converted {
  picture: Uint8Array;
  small: Uint8Array;
  width: number;
  height: number;
}

/** A picture that came out, or what the decoder says against it. */
export type Conversion = { ok: true; photo: Converted } | { ok: false; message: string };

/** Turns a photo upright, takes out position and other hidden data, and makes JPEG of it, whole and small. */
export async function convert({
  bytes,
  isHeic,
  mostPixels,
  limitSeconds,
}: {
  bytes: Uint8Array;
  isHeic: boolean;
  mostPixels: number;
  limitSeconds: number;
}): Promise<Conversion> {
  try {
    const source = isHeic ? await fromHeic(bytes) : sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' });
    const large = await jpeg(source.rotate(), LARGEST_PX, 84, limitSeconds);
    const small = await jpeg(sharp(large.data), SMALL_PX, 74, limitSeconds);
    return {
      ok: true,
      photo: { picture: large.data, small: small.data, width: large.info.width, height: large.info.height },
    };
  } catch (error) {
    return { ok: false, message: (error as Error).message.split('\n')[0].slice(0, 120) };
  }
}

const jpeg = (source: Sharp, side: number, quality: number, seconds: number) =>
  source
    .timeout({ seconds })
    .resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality, mozjpeg: true })
    .toBuffer({ resolveWithObject: true });

async function fromHeic(bytes: Uint8Array): Promise<Sharp> {
  const { default: decode } = await import('heic-decode');
  const { width, height, data } = await decode({ buffer: bytes });
  return sharp(new Uint8Array(data.buffer, data.byteOffset, data.byteLength), { raw: { width, height, channels: 4 } });
}

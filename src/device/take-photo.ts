import { v4 as uuid } from 'uuid';
import { sendBytes } from './http';
import { sha256Of } from './sha256';
import { keepMedia } from './store';

/** Longest side of a photo as it is kept and sent, px. */
const LARGEST_PX = 2560;
const QUALITY = 0.86;

/** A file that the tablet could not read, for example because it went away meanwhile. */
export class UnreadableFile extends Error {}

/**
 * Takes what a camera or file chooser gave, makes it small enough to send, and keeps it on this device. Returns its id.
 * Throws `UnreadableFile` where there is nothing to read, and whatever the store says where the tablet cannot keep it.
 */
export async function takePhoto(file: Blob, owner: number | { procedure: string }): Promise<string> {
  const photo = await readPhoto(file);
  const whose = typeof owner === 'number' ? { job: owner } : { job: null, procedure: owner.procedure };
  await keepMedia({ ...photo, ...whose, sent: 0, refused: null });
  return photo.id;
}

/** Makes a picture small enough and sends it as one that a procedure shows; it needs the network. Returns its id. Throws `UnreadableFile`, or what the server refused. */
export async function sendProcedurePhoto(file: Blob, procedure: string): Promise<string> {
  const { id, blob, sha256 } = await readPhoto(file);
  await sendBytes('PUT', `/api/photos/${id}?procedure=${encodeURIComponent(procedure)}&sha256=${sha256}`, blob);
  return id;
}

/** A file as the picture that is kept or sent. Throws `UnreadableFile`. */
async function readPhoto(file: Blob): Promise<{ id: string; blob: Blob; sha256: string }> {
  const bytes = await file.arrayBuffer().catch((cause: unknown) => {
    throw new UnreadableFile('The file could not be read.', { cause });
  });
  const blob = await shrink(new Blob([bytes], { type: file.type }));
  return { id: uuid(), blob, sha256: await sha256Of(blob) };
}

/** Upright, no larger than need be, without the camera's data. What this browser cannot read is sent as it is: the server may, or says what it is. */
async function shrink(file: Blob): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = Math.min(1, LARGEST_PX / Math.max(picture.width, picture.height));
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round(picture.width * scale)),
      Math.max(1, Math.round(picture.height * scale)),
    );
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    picture.close();
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  } catch {
    return file;
  }
}

import Joi from 'joi';
import { jobNumber } from '@/contracts';
import { invalid } from '@/core/errors';
import { keepPhoto, MAX_PHOTO_BYTES, photoTooLarge, readPhoto } from '@/services';
import { answerFile, answerPerson } from '../../respond';

interface Context { params: Promise<{ id: string }> }

const address = Joi.object<{ id: string; job: number; sha256: string }>({
  id: Joi.string().guid().required(), job: jobNumber.required(), sha256: Joi.string().hex().length(64).required(),
});

/** `PUT /api/photos/ID?job=N&sha256=HEX` with the photo's bytes as the body. */
export const PUT = (request: Request, { params }: Context) => answerPerson(request, async (person) => {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const { error, value } = address.validate({ ...query, ...(await params) });
  if (error) throw invalid('photo-address', error.message);
  if (Number(request.headers.get('content-length') ?? 0) > MAX_PHOTO_BYTES) throw photoTooLarge();
  return keepPhoto(person, { id: value.id, jobNumber: value.job, sha256: value.sha256, bytes: await readBytes(request) });
});

/** The body, read no further than a photo may be large. A connection that breaks off leaves what came: the hash tells. */
async function readBytes(request: Request): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  try {
    for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
      length += chunk.length;
      if (length > MAX_PHOTO_BYTES) break;
      chunks.push(chunk);
    }
  } catch {
    throw invalid('photo-cut', 'The connection broke off in the middle of the photo. It is still on the tablet and is sent again.');
  }
  if (length > MAX_PHOTO_BYTES) throw photoTooLarge();
  return Buffer.concat(chunks);
}

const PICTURE = { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable', 'x-content-type-options': 'nosniff' };

export const GET = (request: Request, { params }: Context) => answerFile(request, PICTURE, async () => {
  const { error, value } = Joi.string().guid().required().validate((await params).id);
  if (error) throw invalid('photo-address', error.message);
  return readPhoto(value, new URL(request.url).searchParams.get('size') === 'small' ? 'small' : 'picture');
});

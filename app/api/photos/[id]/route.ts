import Joi from 'joi';
import { jobNumber } from '@/contracts/schemas';
import { invalid } from '@/core/errors';
import { keepPhoto, lookAtHeader, readPhoto } from '@/services';
import { answerFile, answerPerson, readBytes } from '../../respond';

interface Context {
  params: Promise<{ id: string }>;
}

const address = Joi.object<{ id: string; job?: number; procedure?: string; sha256: string }>({
  id: Joi.string().guid().required(),
  job: jobNumber,
  procedure: Joi.string().min(1).max(80),
  sha256: Joi.string().hex().length(64).required(),
}).xor('job', 'procedure');

/** `PUT /api/photos/ID?job=N&sha256=HEX`, or `?procedure=ID` for one that a procedure shows, with the photo's bytes as the body. */
export const PUT = (request: Request, { params }: Context) =>
  answerPerson(async (person) => {
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const { error, value } = address.validate({ ...query, ...(await params) });
    if (error) throw invalid('photo-address', 'The address of this photo is not valid.');
    return keepPhoto(person, {
      id: value.id,
      owner:
        value.job === undefined
          ? { jobNumber: null, procedure: value.procedure! }
          : { jobNumber: value.job, procedure: null },
      sha256: value.sha256,
      bytes: await readBytes(request, lookAtHeader),
    });
  });

/** Kept by the tablet's own store, which a sign-out empties; never by the browser's. */
const PICTURE = { 'content-type': 'image/jpeg', 'cache-control': 'no-store' };

export const GET = (request: Request, { params }: Context) =>
  answerFile(PICTURE, async ({ branch }) => {
    const { error, value } = Joi.string()
      .guid()
      .required()
      .validate((await params).id);
    if (error) throw invalid('photo-address', 'The address of this photo is not valid.');
    return readPhoto(branch, value, new URL(request.url).searchParams.get('size') === 'small' ? 'small' : 'picture');
  });

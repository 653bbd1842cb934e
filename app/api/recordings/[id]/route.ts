import Joi from 'joi';
import { invalid } from '@/core/errors';
import { LONGEST_SECONDS, type RecordingKind } from '@/core/document';
import { keepRecording, readRecording } from '@/services';
import { answerPerson, readBytes } from '../../respond';

interface Context {
  params: Promise<{ id: string }>;
}

const address = Joi.object<{ id: string; procedure: string; kind: RecordingKind; sha256: string }>({
  id: Joi.string().guid().required(),
  procedure: Joi.string().min(1).max(80).required(),
  kind: Joi.valid(...Object.keys(LONGEST_SECONDS)).required(),
  sha256: Joi.string().hex().length(64).required(),
});

/** `PUT /api/recordings/ID?procedure=ID&kind=spoken|clip&sha256=HEX` with the recording's bytes as the body. */
export const PUT = (request: Request, { params }: Context) =>
  answerPerson(async (person) => {
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const { error, value } = address.validate({ ...query, ...(await params) });
    if (error) throw invalid('recording-address', 'The address of this recording is not valid.');
    return keepRecording(person, { ...value, bytes: await readBytes(request) });
  });

/** A recording as it came. Kept by the tablet's own store, which a sign-out empties; never by the browser's. */
export async function GET(_request: Request, { params }: Context): Promise<Response> {
  const found: { file?: Awaited<ReturnType<typeof readRecording>> } = {};
  const refused = await answerPerson(async ({ branch }) => {
    const { error, value } = Joi.string()
      .guid()
      .required()
      .validate((await params).id);
    if (error) throw invalid('recording-address', 'The address of this recording is not valid.');
    found.file = await readRecording(branch, value);
  });
  if (!found.file) return refused;
  const { bytes, mediaType } = found.file;
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': mediaType, 'cache-control': 'no-store' },
  });
}

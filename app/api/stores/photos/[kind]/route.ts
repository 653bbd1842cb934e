import { invalid } from '@/core/errors';
import { demand, keepStorePhoto, readStorePhoto } from '@/services';
import { answerFile, answerPerson, readBytes } from '../../../respond';
import { partOf } from '../../../../address';

interface Context {
  params: Promise<{ kind: string }>;
}

/** What an address calls an item of stores. Throws `invalid` where that is too long for one. */
async function readKind(params: Context['params']): Promise<string> {
  const { kind } = await params;
  if (kind.length > 60) throw invalid('no-kind', 'Nothing in stores is called that.');
  return partOf(kind);
}

export const PUT = (request: Request, { params }: Context) =>
  answerPerson(async (person) => {
    demand(person, 'record');
    return keepStorePhoto(person, await readKind(params), await readBytes(request));
  });

export const GET = (request: Request, { params }: Context) =>
  answerFile({ 'content-type': 'image/jpeg', 'cache-control': 'private, no-cache' }, async (person) =>
    readStorePhoto(person, await readKind(params), new URL(request.url).searchParams.has('small')),
  );

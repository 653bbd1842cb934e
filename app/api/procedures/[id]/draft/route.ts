import { draftVersionSchema, readForm } from '@/contracts/schemas';
import { discardDraft, saveDraft } from '@/services';
import { answerPerson, readBytes } from '../../../respond';

interface Context {
  params: Promise<{ id: string }>;
}

/** The version that was seen: `?version=3`, or 0 where there was no draft yet. */
const readVersion = (request: Request) =>
  readForm(draftVersionSchema, { version: new URL(request.url).searchParams.get('version') ?? undefined }).version;

/** Saves the document that is the body. It is read where it is checked, off the event loop. */
export const PUT = (request: Request, { params }: Context) =>
  answerPerson(async (person) =>
    saveDraft(person, (await params).id, readVersion(request), (await readBytes(request)).toString('utf8')),
  );

export const DELETE = (request: Request, { params }: Context) =>
  answerPerson(async (person) => discardDraft(person, (await params).id, readVersion(request)));

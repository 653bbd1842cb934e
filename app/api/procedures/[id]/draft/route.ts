import { draftSaveSchema, draftVersionSchema, readForm } from '@/contracts/schemas';
import { discardDraft, readDraft, saveDraft } from '@/services';
import { answerPerson, readBytes } from '../../../respond';

interface Context {
  params: Promise<{ id: string }>;
}

/** The version that was seen: `?version=3`, or 0 where there was no draft yet. */
const readVersion = (request: Request) =>
  readForm(draftVersionSchema, { version: new URL(request.url).searchParams.get('version') ?? undefined }).version;

/** What a save says of itself: `?version=3&save=UUID&after=UUID,UUID`. */
const readSave = (request: Request) => {
  const asked = new URL(request.url).searchParams;
  return readForm(draftSaveSchema, {
    version: asked.get('version') ?? undefined,
    save: asked.get('save'),
    after: asked.get('after')?.split(',') ?? [],
  });
};

/** The draft as it stands, or what is in force where there is none. */
export const GET = (_: Request, { params }: Context) =>
  answerPerson(async (person) => readDraft(person, (await params).id));

/** Saves the document that is the body. It is read where it is checked, off the event loop. */
export const PUT = (request: Request, { params }: Context) =>
  answerPerson(async (person) => {
    const { version, save, after } = readSave(request);
    const text = (await readBytes(request)).toString('utf8');
    return saveDraft(person, (await params).id, version, text, { id: save, unanswered: after });
  });

export const DELETE = (request: Request, { params }: Context) =>
  answerPerson(async (person) => discardDraft(person, (await params).id, readVersion(request)));

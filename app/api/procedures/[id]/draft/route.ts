import { readForm, saveDraftSchema } from '@/contracts';
import { discardDraft, openDraft, saveDraft } from '@/services';
import { answerPerson, readJson } from '../../../respond';

interface Context { params: Promise<{ id: string }> }

export const POST = (request: Request, { params }: Context) => answerPerson(request, async (person) => openDraft(person, (await params).id));

export const PUT = (request: Request, { params }: Context) => answerPerson(request, async (person) => {
  const { version, document } = readForm(saveDraftSchema, await readJson(request));
  return saveDraft(person, (await params).id, version, document);
});

export const DELETE = (request: Request, { params }: Context) => answerPerson(request, async (person) => discardDraft(person, (await params).id));

import { readForm, rehearsedSchema } from '@/contracts/schemas';
import { finishRehearsal } from '@/services';
import { answerPerson, readJson } from '../../respond';
import { readRehearsalId } from '../address';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) =>
    finishRehearsal(person, await readRehearsalId(params), readForm(rehearsedSchema, await readJson(request))),
  );

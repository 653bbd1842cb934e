import { readForm, rehearseSchema } from '@/contracts/schemas';
import { beginRehearsal } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => beginRehearsal(person, readForm(rehearseSchema, await readJson(request))));

import { newRunSchema, readForm } from '@/contracts/schemas';
import { openRun } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => ({
    id: await openRun(person, readForm(newRunSchema, await readJson(request)), request.signal),
  }));

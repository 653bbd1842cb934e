import { lookedSchema, readForm } from '@/contracts/schemas';
import { lookedAt } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => lookedAt(person, readForm(lookedSchema, await readJson(request)).flag));

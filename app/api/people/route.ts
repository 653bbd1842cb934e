import { personSchema, readForm } from '@/contracts/schemas';
import { addPerson } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => ({ id: await addPerson(person, readForm(personSchema, await readJson(request))) }));

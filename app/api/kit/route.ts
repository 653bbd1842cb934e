import { kitSchema, readForm } from '@/contracts/schemas';
import { changeKit } from '@/services';
import { answerPerson, readJson } from '../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => changeKit(person, readForm(kitSchema, await readJson(request)).tools));

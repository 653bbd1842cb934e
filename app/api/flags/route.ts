import { lookedSchema, readForm } from '@/contracts';
import { lookedAt } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) => answerPerson(request, async (person) => lookedAt(person, readForm(lookedSchema, await readJson(request)).flag));

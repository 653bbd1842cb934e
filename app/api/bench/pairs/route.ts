import { pairSchema, readForm } from '@/contracts/schemas';
import { writePair } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => writePair(person, readForm(pairSchema, await readJson(request))));

import { readForm, stockMoveSchema } from '@/contracts/schemas';
import { moveStock } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => moveStock(person, readForm(stockMoveSchema, await readJson(request))));

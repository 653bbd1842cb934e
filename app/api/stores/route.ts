import { readForm, stockMoveSchema } from '@/contracts';
import { moveStock } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) => answerPerson(request, async (person) => moveStock(person, readForm(stockMoveSchema, await readJson(request))));

import { readForm, stockCountSchema } from '@/contracts/schemas';
import { countStock, demand } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'record');
    return countStock(person, readForm(stockCountSchema, await readJson(request)));
  });

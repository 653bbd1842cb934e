import { readForm, storeItemSchema } from '@/contracts/schemas';
import { demand, keepStoreItem } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'record');
    return keepStoreItem(person, readForm(storeItemSchema, await readJson(request)));
  });

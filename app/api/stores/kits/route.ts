import { readForm, storeKitSchema } from '@/contracts/schemas';
import { demand, keepStoreKit } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'record');
    return keepStoreKit(person, readForm(storeKitSchema, await readJson(request)));
  });

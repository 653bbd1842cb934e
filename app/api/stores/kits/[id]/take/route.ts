import { kitJobSchema, readForm } from '@/contracts/schemas';
import { takeStoreKit } from '@/services';
import { answerPerson, readJson } from '../../../../respond';
import { readStoreId, type StoreContext } from '../../../address';

export const POST = (request: Request, { params }: StoreContext) =>
  answerPerson(async (person) => {
    const id = await readStoreId(params);
    return takeStoreKit(person, id, readForm(kitJobSchema, await readJson(request)).job);
  });

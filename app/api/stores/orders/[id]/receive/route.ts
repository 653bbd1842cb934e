import { readForm, receiveSchema } from '@/contracts/schemas';
import { receiveSupplyOrder } from '@/services';
import { answerPerson, readJson } from '../../../../respond';
import { readStoreId, type StoreContext } from '../../../address';

export const POST = (request: Request, { params }: StoreContext) =>
  answerPerson(async (person) => {
    const id = await readStoreId(params);
    return receiveSupplyOrder(person, id, readForm(receiveSchema, await readJson(request)));
  });

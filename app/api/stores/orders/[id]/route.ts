import { orderAnswerSchema, readForm } from '@/contracts/schemas';
import { answerSupplyOrder } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readStoreId, type StoreContext } from '../../address';

export const PUT = (request: Request, { params }: StoreContext) =>
  answerPerson(async (person) => {
    const id = await readStoreId(params);
    return answerSupplyOrder(person, id, readForm(orderAnswerSchema, await readJson(request)));
  });

import { orderSchema, readForm } from '@/contracts/schemas';
import { demand, sendSupplyOrder } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'record');
    return sendSupplyOrder(person, readForm(orderSchema, await readJson(request)));
  });

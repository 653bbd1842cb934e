import { orderDaySchema, readForm, takeOrderSchema } from '@/contracts/schemas';
import { demand, suggestDay, takeOrder } from '@/services';
import { answerPerson, readJson } from '../../respond';

/** Proposes an order; nothing is changed. */
export const POST = (request: Request) =>
  answerPerson(async (person) => suggestDay(person, readForm(orderDaySchema, await readJson(request)).without));

/** Takes on an order that was proposed. */
export const PUT = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'open-job');
    return takeOrder(person, readForm(takeOrderSchema, await readJson(request)).places);
  });

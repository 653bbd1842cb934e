import { readForm, shopToolSchema } from '@/contracts/schemas';
import { demand, keepShopTool } from '@/services';
import { answerPerson, readJson } from '../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'record');
    return keepShopTool(person, readForm(shopToolSchema, await readJson(request)));
  });

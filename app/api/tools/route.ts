import { readForm, shopToolSchema } from '@/contracts/schemas';
import { keepShopTool } from '@/services';
import { answerPerson, readJson } from '../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => keepShopTool(person, readForm(shopToolSchema, await readJson(request))));

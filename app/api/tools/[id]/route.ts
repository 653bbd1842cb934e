import { dropShopTool } from '@/services';
import { answerPerson } from '../../respond';
import { readStoreId, type StoreContext } from '../../stores/address';

export const DELETE = (_request: Request, { params }: StoreContext) =>
  answerPerson(async (person) => dropShopTool(person, await readStoreId(params)));

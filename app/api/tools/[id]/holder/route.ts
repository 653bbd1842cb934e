import { holderSchema, readForm } from '@/contracts/schemas';
import { giveTool } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readStoreId, type StoreContext } from '../../../stores/address';

export const PUT = (request: Request, { params }: StoreContext) =>
  answerPerson(async (person) => {
    const id = await readStoreId(params);
    return giveTool(person, id, readForm(holderSchema, await readJson(request)).holder);
  });

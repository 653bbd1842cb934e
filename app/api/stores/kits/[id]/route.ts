import { removeStoreKit } from '@/services';
import { answerPerson } from '../../../respond';
import { readStoreId, type StoreContext } from '../../address';

export const DELETE = (_request: Request, { params }: StoreContext) =>
  answerPerson(async (person) => removeStoreKit(person, await readStoreId(params)));

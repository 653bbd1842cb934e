import { storeAddressSchema } from '@/contracts/schemas';
import { notFound } from '@/core/errors';

export interface StoreContext {
  params: Promise<{ id: string }>;
}

/** The tool, order or kit an address names. Throws not-found where it is no id. */
export async function readStoreId(params: StoreContext['params']): Promise<string> {
  const { error, value } = storeAddressSchema.validate((await params).id);
  if (error) throw notFound('store-address', 'There is no such thing in stores any more.');
  return value;
}

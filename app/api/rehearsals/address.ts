import { rehearsalAddressSchema } from '@/contracts/schemas';
import { notFound } from '@/core/errors';

/** The rehearsal an address names. Throws not-found where it is no id. */
export async function readRehearsalId(params: Promise<{ id: string }>): Promise<string> {
  const { error, value } = rehearsalAddressSchema.validate((await params).id);
  if (error) throw notFound('no-rehearsal', 'There is no such rehearsal.');
  return value;
}

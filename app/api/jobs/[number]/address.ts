import { jobNumber } from '@/contracts/schemas';
import { invalid } from '@/core/errors';

export interface JobContext {
  params: Promise<{ number: string }>;
}

/** The job an address names. Throws `invalid` where it is no number. */
export async function readJobNumber(params: JobContext['params']): Promise<number> {
  const { error, value } = jobNumber.required().validate((await params).number);
  if (error) throw invalid('job-address', 'There is no job of that number: the address is not valid.');
  return value;
}

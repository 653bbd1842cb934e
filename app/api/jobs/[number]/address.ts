import Joi from 'joi';
import { invalid } from '@/core/errors';

export interface JobContext { params: Promise<{ number: string }> }

/** The job an address names. Throws `invalid` where it is no number. */
export async function readJobNumber(params: JobContext['params']): Promise<number> {
  const { error, value } = Joi.number().integer().min(1).max(2 ** 31 - 1).required().validate((await params).number);
  if (error) throw invalid('job-address', error.message);
  return value;
}

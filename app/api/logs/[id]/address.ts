import Joi from 'joi';
import { invalid } from '@/core/errors';

export interface LogContext {
  params: Promise<{ id: string }>;
}

/** The log and position an address names. Throws `invalid` where it is none. */
export async function readLogAddress(
  request: Request,
  params: LogContext['params'],
): Promise<{ id: string; after: number }> {
  const after = new URL(request.url).searchParams.get('after') ?? '0';
  const { error, value } = Joi.object({
    id: Joi.string().guid().required(),
    after: Joi.number().integer().min(0).required(),
  }).validate({ ...(await params), after });
  if (error) throw invalid('log-address', 'The address of this run or visit is not valid.');
  return value;
}

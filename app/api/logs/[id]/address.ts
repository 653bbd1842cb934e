import { readLogPlace } from '@/services';

export interface LogContext {
  params: Promise<{ id: string }>;
}

/** The log and position an address names. Throws `invalid` where it is none. */
export const readLogAddress = async (
  request: Request,
  params: LogContext['params'],
): Promise<{ id: string; after: number }> =>
  readLogPlace((await params).id, new URL(request.url).searchParams.get('after'));

import { PezzoError, type ErrorKind } from '../core/errors';

/** HTTP status of each kind of failure. */
const STATUS: Record<ErrorKind, number> = {
  invalid: 400,
  'too-large': 413,
  'not-found': 404,
  conflict: 409,
  forbidden: 403,
  'too-often': 429,
  unavailable: 503,
};

/** An answer that is not yet on its way: to be sent by whoever holds the connection. */
export interface Answer {
  status: number;
  body: unknown;
  headers: Record<string, string>;
}

/** What an error is answered with: its words where it is ours. What nobody foresaw is logged, once, here. */
export function refusalOf(error: unknown): Answer {
  if (error instanceof PezzoError) {
    const { kind, code, message, fields, retryAfterSeconds } = error;
    const headers: Record<string, string> =
      retryAfterSeconds === undefined ? {} : { 'retry-after': String(Math.ceil(retryAfterSeconds)) };
    return { status: STATUS[kind], body: { code, message, fields }, headers };
  }
  process.stderr.write(`${(error as Error).stack ?? String(error)}\n`);
  const body = { code: 'failed', message: 'Something went wrong here. Nothing was changed; try again.' };
  return { status: 500, body, headers: {} };
}

/** Who is signed out is told so, with what becomes of what they recorded. */
export const signedOut = () =>
  new PezzoError(
    'forbidden',
    'signed-out',
    'You are signed out. What you recorded is kept on this device; sign in again.',
  );

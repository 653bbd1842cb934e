/** The kinds of failure the whole application knows. HTTP status codes are chosen at the edge. */
export type ErrorKind = 'invalid' | 'too-large' | 'not-found' | 'conflict' | 'forbidden' | 'too-often' | 'unavailable';

/** One failing place: a path or item and what is wrong with it, in trade words. */
export interface ErrorField {
  place: string;
  message: string;
}

/**
 * The one base error. `code` is stable and tested; `message` is for people and may change.
 * `fields` name the places at fault; `cause` keeps the original error for the log.
 */
export class PezzoError extends Error {
  /** When it may be tried again, seconds from now; undefined where waiting does not help. */
  retryAfterSeconds?: number;

  constructor(
    readonly kind: ErrorKind,
    readonly code: string,
    message: string,
    readonly fields: ErrorField[] = [],
    cause?: unknown,
  ) {
    super(message, { cause });
    this.name = 'PezzoError';
  }
}

/** A broken input of any boundary. */
export const invalid = (code: string, message: string, fields: ErrorField[] = [], cause?: unknown) =>
  new PezzoError('invalid', code, message, fields, cause);

/** Something asked for by name or number that is not there. */
export const notFound = (code: string, message: string) => new PezzoError('not-found', code, message);

/** The state moved on underneath the caller, or a rule of the shop stands against it. */
export const conflict = (code: string, message: string, fields: ErrorField[] = [], cause?: unknown) =>
  new PezzoError('conflict', code, message, fields, cause);

/** The person may not do this. */
export const forbidden = (code: string, message: string) => new PezzoError('forbidden', code, message);

/** More than is taken in at once. */
export const tooLarge = (message: string) => new PezzoError('too-large', 'too-large', message);

/** Tried again too soon. */
export function tooOften(code: string, message: string, retryAfterSeconds: number): PezzoError {
  const error = new PezzoError('too-often', code, message);
  error.retryAfterSeconds = retryAfterSeconds;
  return error;
}

/** Something this depends on does not answer just now; nothing was changed. */
export function unavailable(code: string, message: string, cause?: unknown): PezzoError {
  const error = new PezzoError('unavailable', code, message, [], cause);
  error.retryAfterSeconds = 2;
  return error;
}

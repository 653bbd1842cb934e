import { bodyLimit, bytesInWords } from '@/contracts/body-limits';
import { MAX_JSON_DEPTH, measureJson } from '@/contracts/schemas';
import { invalid, PezzoError, tooLarge, type ErrorKind } from '@/core/errors';
import type { Actor } from '@/services';
import { findPerson } from '../session';

const STATUS: Record<ErrorKind, number> = {
  invalid: 400,
  'too-large': 413,
  'not-found': 404,
  conflict: 409,
  forbidden: 403,
  'too-often': 429,
  unavailable: 503,
};
/** Values that one byte of JSON can hold at most ("[1,1,…]" holds one in two); forms and events hold far fewer. */
const MOST_VALUES = 60_000;

/** Runs a handler and turns what it returns or throws into a response. What nobody foresaw is logged once, here. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json((await work()) ?? { ok: true });
  } catch (error) {
    if (error instanceof PezzoError) return refusal(error);
    process.stderr.write(`${(error as Error).stack ?? String(error)}\n`);
    return Response.json(
      { code: 'failed', message: 'Something went wrong here. Nothing was changed; try again.' },
      { status: 500 },
    );
  }
}

function refusal({ kind, code, message, fields, retryAfterSeconds }: PezzoError): Response {
  const headers = retryAfterSeconds === undefined ? undefined : { 'retry-after': String(Math.ceil(retryAfterSeconds)) };
  return Response.json({ code, message, fields }, { status: STATUS[kind], headers });
}

/** Like `answer`, for a signed-in person. */
export const answerPerson = (work: (person: Actor) => Promise<unknown>) =>
  answer(async () => work(await demandPerson()));

/** Like `answerPerson`, where the answer is a file: its bytes with these headers, or the refusal in JSON. */
export async function answerFile(
  headers: Record<string, string>,
  read: (person: Actor) => Promise<Buffer>,
): Promise<Response> {
  const file: { bytes?: Buffer } = {};
  const refused = await answer(async () => {
    file.bytes = await read(await demandPerson());
  });
  return file.bytes ? new Response(new Uint8Array(file.bytes), { headers }) : refused;
}

/** The signed-in person of a request. Throws forbidden where there is none. */
export async function demandPerson(): Promise<Actor> {
  const person = await findPerson();
  if (!person)
    throw new PezzoError(
      'forbidden',
      'signed-out',
      'You are signed out. What you recorded is kept on this device; sign in again.',
    );
  return person;
}

/** The body, counted while it is read and no further than its address takes in. Throws `too-large`, or `invalid` where the connection broke off. */
export async function readBytes(request: Request): Promise<Buffer> {
  const limit = bodyLimit(new URL(request.url).pathname);
  const refuse = () => tooLarge(`That is larger than ${bytesInWords(limit)}.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw refuse();
  const chunks: Uint8Array[] = [];
  let length = 0;
  try {
    for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
      length += chunk.length;
      if (length > limit) break;
      chunks.push(chunk);
    }
  } catch {
    throw invalid('cut-off', 'The connection broke off in the middle. Nothing was changed.');
  }
  if (length > limit) throw refuse();
  return Buffer.concat(chunks);
}

/** The request's JSON. What is built to cost much once it is read is refused before that. */
export async function readJson(request: Request): Promise<unknown> {
  const text = (await readBytes(request)).toString('utf8');
  const { depth, values } = measureJson(text);
  if (depth > MAX_JSON_DEPTH) throw invalid('too-deep', `The request is nested more than ${MAX_JSON_DEPTH} deep.`);
  if (values > MOST_VALUES) throw tooLarge('The request holds more single values than anything here needs.');
  try {
    return JSON.parse(text);
  } catch {
    throw invalid('not-json', 'The request is not JSON.');
  }
}

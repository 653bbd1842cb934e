import { forbidden, invalid, PezzoError, type ErrorKind } from '@/core/errors';
import type { Person } from '@/services';
import { findPerson } from '../session';

const STATUS: Record<ErrorKind, number> = { 'invalid': 400, 'forbidden': 403, 'not-found': 404, 'conflict': 409, 'unavailable': 503 };
/** A little above the largest procedure file, so that its own message is reached. */
const MAX_BODY_BYTES = 6 * 1024 * 1024;

/** Runs a handler and turns what it returns or throws into a response. What nobody foresaw is logged once, here. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json((await work()) ?? { ok: true });
  } catch (error) {
    if (error instanceof PezzoError) {
      return Response.json({ code: error.code, message: error.message, fields: error.fields }, { status: STATUS[error.kind] });
    }
    process.stderr.write(`${(error as Error).stack ?? String(error)}\n`);
    return Response.json({ code: 'failed', message: 'Something went wrong here. Nothing was changed; try again.' }, { status: 500 });
  }
}

/** Like `answer`, for a signed-in person; a request sent from a page of another site is refused. */
export const answerPerson = (request: Request, work: (person: Person) => Promise<unknown>) => answer(async () => work(await demandPerson(request)));

/** Like `answerPerson`, where the answer is a file: its bytes with these headers, or the refusal in JSON. */
export async function answerFile(request: Request, headers: Record<string, string>, read: () => Promise<Buffer>): Promise<Response> {
  const file: { bytes?: Buffer } = {};
  const refused = await answer(async () => {
    await demandPerson(request);
    file.bytes = await read();
  });
  return file.bytes ? new Response(new Uint8Array(file.bytes), { headers }) : refused;
}

/** The signed-in person of a request of our own pages. Throws forbidden where there is none. */
export async function demandPerson(request: Request): Promise<Person> {
  demandSameSite(request);
  const person = await findPerson();
  if (!person) throw new PezzoError('forbidden', 'signed-out', 'You are signed out. What you recorded is kept on this device; sign in again.');
  return person;
}

/** Refuses a changing request that another site's page sent. */
export function demandSameSite(request: Request): void {
  const site = request.headers.get('sec-fetch-site');
  if (request.method !== 'GET' && site && site !== 'same-origin' && site !== 'none') throw forbidden('other-site', 'This request came from another site.');
}

/** The request's text, refused where it is too large. */
export async function readText(request: Request): Promise<string> {
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY_BYTES) throw invalid('too-large', 'That is larger than 5 MB.');
  const text = await request.text();
  if (text.length > MAX_BODY_BYTES) throw invalid('too-large', 'That is larger than 5 MB.');
  return text;
}

/** The request's JSON. */
export async function readJson(request: Request): Promise<unknown> {
  try {
    return JSON.parse(await readText(request));
  } catch (error) {
    if (error instanceof PezzoError) throw error;
    throw invalid('not-json', 'The request is not JSON.');
  }
}

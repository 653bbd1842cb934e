import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bodyLimit, bytesInWords } from '@/contracts/body-limits';
import { refusalOf, signedOut } from '@/contracts/refusal';
import { invalid, tooLarge } from '@/core/errors';
import { type Actor, asPerson, BODY_PREFIX, type Deed, demand, readJsonText } from '@/services';
import { findPerson } from '../session';

/** Runs a handler and turns what it returns or throws into a response. What nobody foresaw is logged once, here. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json((await work()) ?? { ok: true });
  } catch (error) {
    const { status, body, headers } = refusalOf(error);
    return Response.json(body, { status, headers });
  }
}

/** Long work of those who may do the deed, told as it goes: a JSON line `{ done, of }` now and then, and at the end `{ answer }` or `{ refusal }`. It stops where whoever asked goes away. */
export function answerLines<T>(
  request: Request,
  deed: Deed,
  work: (person: Actor, tell: (done: number, of: number) => void, signal: AbortSignal) => Promise<T>,
): Promise<Response> {
  const away = new AbortController();
  request.signal.addEventListener('abort', () => away.abort());
  return answerPersonWith(async (person) => {
    // Once lines are sent a refusal has no status of its own any more.
    demand(person, deed);
    const text = new TextEncoder();
    let told = 0;
    const body = new ReadableStream<Uint8Array>({
      async start(lines) {
        const write = (value: unknown) => {
          if (!away.signal.aborted) lines.enqueue(text.encode(`${JSON.stringify(value)}\n`));
        };
        const tell = (done: number, of: number) => {
          if (Date.now() - told < TOLD_EVERY_MS && done < of) return;
          told = Date.now();
          write({ done, of });
        };
        const ended = await answer(() => work(person, tell, away.signal));
        const value = (await ended.json()) as unknown;
        write(ended.ok ? { answer: value } : { refusal: value });
        if (!away.signal.aborted) lines.close();
      },
      cancel: () => away.abort(),
    });
    return new Response(body, { headers: { 'content-type': 'application/x-ndjson; charset=utf-8' } });
  });
}
const TOLD_EVERY_MS = 250;

/** Like `answerPerson`, where the answer is made by the handler. */
export async function answerPersonWith(work: (person: Actor) => Promise<Response>): Promise<Response> {
  const made: { response?: Response } = {};
  const refused = await answer(async () => {
    const person = await demandPerson();
    made.response = await asPerson(person.id, () => work(person));
  });
  return made.response ?? refused;
}

/** Like `answer`, for a signed-in person. */
export const answerPerson = (work: (person: Actor) => Promise<unknown>) =>
  answer(async () => {
    const person = await demandPerson();
    return asPerson(person.id, () => work(person));
  });

/** Like `answerPerson`, where the answer is a file: its bytes with these headers, or the refusal in JSON. */
export async function answerFile(
  headers: Record<string, string>,
  read: (person: Actor) => Promise<Buffer>,
): Promise<Response> {
  const file: { bytes?: Buffer } = {};
  const refused = await answer(async () => {
    const person = await demandPerson();
    file.bytes = await asPerson(person.id, () => read(person));
  });
  return file.bytes ? new Response(new Uint8Array(file.bytes), { headers }) : refused;
}

/** The signed-in person of a request. Throws forbidden where there is none. */
export async function demandPerson(): Promise<Actor> {
  const person = await findPerson();
  if (!person) throw signedOut();
  return person;
}

/** How much of a body is read before `look` sees it, bytes. */
const HEAD_BYTES = 64 * 1024;

/**
 * The body, counted while it is read and no further than its address takes in. `look` sees its beginning before the rest is read, and may refuse it. Throws `too-large`, or `invalid` where
 * the connection broke off.
 */
export async function readBytes(request: Request, look?: (head: Buffer) => unknown): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  let refusal: unknown = null;
  await readBody(request, (chunk) => {
    chunks.push(chunk);
    const isSeen = length >= HEAD_BYTES;
    length += chunk.length;
    if (isSeen || !look || length < HEAD_BYTES) return;
    try {
      look(Buffer.concat(chunks));
    } catch (error) {
      refusal = error;
      throw error;
    }
  }).catch((error: unknown) => {
    throw refusal ?? error;
  });
  return Buffer.concat(chunks);
}

/** The body in a file of its own for as long as `work` needs it: a large one is never held in memory. Throws as `readBytes` does. */
export async function withBodyFile<T>(request: Request, work: (path: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), BODY_PREFIX));
  try {
    const path = join(folder, 'body');
    const file = await open(path, 'w', 0o600);
    try {
      await readBody(request, async (chunk) => void (await file.write(chunk)));
    } finally {
      await file.close();
    }
    return await work(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function readBody(request: Request, take: (chunk: Uint8Array) => void | Promise<void>): Promise<void> {
  const limit = bodyLimit(new URL(request.url).pathname);
  const refuse = () => tooLarge(`That is larger than ${bytesInWords(limit)}.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw refuse();
  let length = 0;
  try {
    for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
      length += chunk.length;
      if (length > limit) break;
      await take(chunk);
    }
  } catch {
    throw invalid('cut-off', 'The connection broke off in the middle. Nothing was changed.');
  }
  if (length > limit) throw refuse();
}

/** The request's JSON. What is built to cost much once it is read is refused before that. */
export async function readJson(request: Request): Promise<unknown> {
  return readJsonText((await readBytes(request)).toString('utf8'));
}

/** The paper that is asked for: A4 where nothing else is. */
export const paperOf = (request: Request): 'a4' | 'letter' =>
  new URL(request.url).searchParams.get('paper') === 'letter' ? 'letter' : 'a4';

/** Where this shop is found, as whoever asks sees it. */
export function originOf(request: Request): string {
  const host = request.headers.get('host') ?? new URL(request.url).host;
  const scheme = request.headers.get('x-forwarded-proto') ?? new URL(request.url).protocol.replace(':', '');
  return `${scheme}://${host}`;
}

import type { IncomingMessage, ServerResponse } from 'node:http';
import { bodyLimit, bytesInWords } from '../contracts/body-limits';
import { refusalOf, type Answer } from '../contracts/refusal';
import { invalid, tooLarge } from '../core/errors';
import { takeEvents } from '../services/event-door';

const ROUTE = /^\/api\/(?:logs|runs)\/([^/]{1,60})\/events$/;
const SESSION = /(?:^|;\s*)pezzo_session=([^;]{1,200})/;

/** The log that events are sent to; null where a request is about something else. */
export const eventLog = (method: string | undefined, path: string): string | null =>
  method === 'POST' ? (ROUTE.exec(path)?.[1] ?? null) : null;

/**
 * Answers a batch of events here, by the same handler that the page server has: this is what tablets ask for all day, one tap at a time, and a page server's own rounds would be
 * most of its cost.
 */
export async function answerEvents(request: IncomingMessage, response: ServerResponse, log: string): Promise<void> {
  const url = new URL(request.url ?? '/', 'http://front');
  const answer = await bodyOf(request, url.pathname)
    .then((body) => takeEvents(tokenOf(request), { id: log, after: url.searchParams.get('after') }, body))
    .then((given): Answer => ({ status: 200, body: given, headers: {} }), refusalOf);
  if (response.destroyed) return;
  const text = JSON.stringify(answer.body);
  response
    .writeHead(answer.status, {
      ...answer.headers,
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(text),
    })
    .end(text);
}

/** The session that a request’s cookie names, as far as it can be read. */
export function tokenOf({ headers }: IncomingMessage): string | undefined {
  const found = SESSION.exec(headers.cookie ?? '')?.[1];
  try {
    return found && decodeURIComponent(found);
  } catch {
    return undefined;
  }
}

async function bodyOf(request: IncomingMessage, path: string): Promise<string> {
  const limit = bodyLimit(path);
  const chunks: Buffer[] = [];
  let length = 0;
  try {
    for await (const chunk of request) {
      length += (chunk as Buffer).length;
      if (length > limit) throw tooLarge(`That is larger than ${bytesInWords(limit)}.`);
      chunks.push(chunk as Buffer);
    }
  } catch (error) {
    if (length > limit) throw error;
    throw invalid('cut-off', 'The connection broke off in the middle. Nothing was changed.');
  }
  return Buffer.concat(chunks).toString('utf8');
}

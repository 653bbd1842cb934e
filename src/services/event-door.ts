import Joi from 'joi';
import { MAX_JSON_DEPTH, measureJson, readBatch, type LogAnswer } from '../contracts/schemas';
import { signedOut } from '../contracts/refusal';
import { invalid, tooLarge } from '../core/errors';
import { demandCurrent } from './health';
import { receiveEvents } from './logs';
import { findAtWork } from './sign-in';

/** Values that one byte of JSON can hold at most ("[1,1,…]" holds one in two); forms and events hold far fewer. */
const MOST_VALUES = 60_000;

/** The JSON of a body. What is built to cost much once it is read is refused before that. */
export function readJsonText(text: string): unknown {
  const { depth, values } = measureJson(text);
  if (depth > MAX_JSON_DEPTH) throw invalid('too-deep', `The request is nested more than ${MAX_JSON_DEPTH} deep.`);
  if (values > MOST_VALUES) throw tooLarge('The request holds more single values than anything here needs.');
  try {
    return JSON.parse(text);
  } catch {
    throw invalid('not-json', 'The request is not JSON.');
  }
}

const address = Joi.object<{ id: string; after: number }>({
  id: Joi.string().guid().required(),
  after: Joi.number().integer().min(0).required(),
});

/** The log and position that an address names. Throws `invalid` where it is none. */
export function readLogPlace(id: string, after: string | null): { id: string; after: number } {
  const { error, value } = address.validate({ id, after: after ?? '0' });
  if (error) throw invalid('log-address', 'The address of this run or visit is not valid.');
  return value;
}

/** Takes in a batch of events as it came: whoever holds the connection gives the session's token and the body. The same for the page server and for the front, which answers this route itself. */
export async function takeEvents(
  token: string | undefined,
  place: { id: string; after: string | null },
  body: string,
): Promise<LogAnswer> {
  await demandCurrent();
  const person = await findAtWork(token);
  if (!person) throw signedOut();
  const { id, after } = readLogPlace(place.id, place.after);
  return receiveEvents(person, id, readBatch(readJsonText(body)), after);
}

import Joi from 'joi';
import type { RunEvent } from '../core/run';
import { invalid } from '../core/errors';

const text = Joi.string().max(2000);
const key = Joi.string().min(1).max(300);
const pieces = Joi.number().integer().min(1).max(999).required();

const stamp = {
  id: Joi.string().guid({ version: ['uuidv4', 'uuidv7'] }).required(),
  lamport: Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER).required(),
  device: Joi.string().min(1).max(80).required(),
  seq: Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER).required(),
  person: Joi.string().min(1).max(80).required(),
  at: Joi.string().isoDate().required(),
};

const FACTS: Record<RunEvent['type'], Joi.SchemaMap> = {
  started: {},
  phase: { to: Joi.valid('remove', 'fit', 'refit').required() },
  done: { action: key.required(), count: Joi.number().integer().min(1).max(999) },
  skipped: { action: key.required(), reason: text.min(1).required() },
  retracted: { event: stamp.id },
  broken: { item: key.required(), count: pieces, usable: Joi.boolean() },
  lost: { item: key.required(), count: pieces },
  found: { item: key.required(), count: pieces },
  renewed: { item: key.required(), count: pieces },
  omitted: { item: key.required(), count: pieces, reason: text.min(1).required() },
  asFound: { item: key, difference: text.min(1).required() },
  photo: { photo: key.required(), item: key },
  note: { text: text.min(1).required(), item: key },
  ticked: { line: text.min(1).required(), on: Joi.boolean().required() },
  paused: { reason: text },
  resumed: {},
  handedOver: { to: key.required(), note: text },
  test: { gate: key.required(), check: text.required(), result: Joi.valid('pass', 'fail', 'was-already-so').required(), note: text },
  gatePassed: { gate: key.required() },
  overridden: { gate: key.required(), reason: text.min(1).required() },
  finished: {},
};

const SCHEMAS = new Map(Object.entries(FACTS).map(([type, fields]) => [type, Joi.object({ ...stamp, type: Joi.valid(type), ...fields })]));
/** Events in one request. */
const MAX_BATCH = 500;

/** Reads a batch of events from a request. Throws `invalid` naming the event and field at fault; nothing of the batch is taken then. */
export function readEvents(value: unknown): RunEvent[] {
  const events = (value as { events?: unknown })?.events;
  if (!Array.isArray(events) || events.length === 0 || events.length > MAX_BATCH) {
    throw invalid('events-form', `Send { events: […] } with 1 to ${MAX_BATCH} events.`);
  }
  return events.map((event, at) => readEvent(event, at));
}

function readEvent(value: unknown, at: number): RunEvent {
  const type = (value as { type?: unknown })?.type;
  const schema = SCHEMAS.get(String(type));
  if (!schema) throw invalid('event-type', `Event ${at + 1}: “${String(type)}” is no event this version knows.`);
  const { error } = schema.validate(value, { convert: false, abortEarly: false });
  if (error) {
    throw invalid('event-form', `Event ${at + 1} (${String(type)}) is not in order.`, error.details.map((detail) => ({ place: `events[${at}].${detail.path.join('.')}`, message: detail.message })));
  }
  return value as RunEvent;
}

import Joi from 'joi';
import { MOST_EVENTS_AT_ONCE, type EventStamp, type RunEvent, type VisitEvent } from '../../core/bay';
import { invalid } from '../../core/errors';

/** A log is kept for every run, and one for the visit it belongs to. */
export type LogKind = 'run' | 'visit';
/** An event of either log. */
export type LogEvent = EventStamp & { type: string };

const text = Joi.string().max(2000);
const key = Joi.string().min(1).max(300);
const words = text.min(1).required();
const pieces = Joi.number().integer().min(1).max(999).required();
const known = Joi.number().integer().min(0).max(100_000);
const place = Joi.array().items(Joi.number().min(-20_000).max(20_000)).length(2);
const walk = Joi.valid('arrival', 'departure').required();
const uuid = Joi.string().guid({ version: ['uuidv4', 'uuidv7'] });

const stamp = {
  id: uuid.required(),
  lamport: Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER).required(),
  device: Joi.string().min(1).max(80).required(),
  seq: Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER).required(),
  person: Joi.string().min(1).max(80).required(),
  at: Joi.string()
    .max(40)
    .isoDate()
    .custom((value: string, helpers) => (isSaneTime(value) ? value : helpers.error('string.isoDate')))
    .required(),
  // Only the server says so.
  late: Joi.forbidden(),
};

/** Wall time is only shown, so a tablet whose clock was never set (1970) may send; what no calendar holds may not. */
function isSaneTime(value: string): boolean {
  const year = Number(/^(\d{4})-/.exec(value)?.[1] ?? Number.NaN);
  return year >= 1970 && year < 2100 && Number.isFinite(Date.parse(value));
}

const RUN_FACTS: Record<RunEvent['type'], Joi.SchemaMap> = {
  started: {},
  phase: { to: Joi.valid('remove', 'fit', 'refit').required() },
  done: {
    action: key.required(),
    count: Joi.number().integer().min(1).max(999),
    elapsed: Joi.number().integer().min(0).max(1_000_000),
  },
  counted: { action: key.required(), count: Joi.number().integer().min(0).max(999).required() },
  skipped: { action: key.required(), reason: words },
  retracted: { event: uuid.required() },
  broken: { item: key.required(), count: pieces, usable: Joi.boolean(), known },
  lost: { item: key.required(), count: pieces, inside: Joi.boolean(), known },
  settled: { event: uuid.required(), same: Joi.boolean().required() },
  found: { item: key.required(), count: pieces },
  lookLater: { item: key.required(), count: pieces },
  renewed: { item: key.required(), count: pieces },
  omitted: { item: key.required(), count: pieces, reason: words },
  asFound: {
    item: key,
    difference: words,
    change: Joi.object({
      missing: Joi.number().integer().min(1).max(999),
      drive: Joi.string().min(1).max(40),
      kind: Joi.string().min(1).max(60),
      pieces: Joi.number().integer().min(1).max(999),
    }).min(1),
  },
  extra: {
    procedure: key.required(),
    holds: key.required(),
    kind: Joi.string().min(1).max(60).required(),
    drive: Joi.string().min(1).max(40),
    count: pieces,
    point: place,
  },
  stuck: {
    item: key.required(),
    point: place,
    cause: Joi.valid('not-released', 'other-variant', 'still-joined', 'motion', 'unrecorded').required(),
    culprit: key,
    words,
  },
  finding: { item: key.required(), text: words },
  photo: { photo: uuid.required(), item: key, words: text },
  note: {
    text: words,
    item: key,
    serial: Joi.object({ line: words.required(), number: Joi.string().min(1).max(80).required() }),
  },
  ticked: { line: words, on: Joi.boolean().required(), reason: words.optional() },
  paused: { reason: text },
  resumed: {},
  handedOver: { to: key.required(), note: text.allow('') },
  test: {
    gate: key.required(),
    check: text.required(),
    result: Joi.valid('pass', 'fail', 'was-already-so').required(),
    note: text,
  },
  gatePassed: { gate: key.required() },
  overridden: { gate: key.required(), reason: words },
  accepted: { event: uuid.required(), reason: words },
  reopened: {
    round: Joi.number().integer().min(2).max(9999).required(),
    items: Joi.array().items(key).min(1).max(200).required(),
    why: words,
    check: text,
    piece: Joi.object({ item: key.required(), count: pieces }),
  },
  mended: { words },
  leftOver: {
    words,
    count: pieces,
    kind: Joi.string().min(1).max(60).required(),
    drive: Joi.string().min(1).max(40),
  },
  leftOverSettled: { event: uuid.required(), item: key, reason: text },
  finished: {},
};

/** Points of one signature: a long one has about a thousand. */
const MOST_POINTS = 8000;
const share = Joi.number().min(0).max(1).required();
const stroke = Joi.array()
  .items(Joi.array().items(Joi.number().integer().min(-100).max(1100)).length(2))
  .min(1)
  .max(2000);

const VISIT_FACTS: Record<VisitEvent['type'], Joi.SchemaMap> = {
  checked: {
    line: key.required(),
    group: key.required(),
    words,
    walk,
    result: Joi.valid('works', 'fails', 'intermittent', 'not-fitted').required(),
    condition: text,
  },
  marked: {
    view: Joi.valid('left', 'right', 'front', 'rear', 'roof', 'interior').required(),
    x: share,
    y: share,
    kind: Joi.string().min(1).max(60).required(),
    words: text,
    walk,
    photo: uuid,
  },
  looked: { view: Joi.valid('left', 'right', 'front', 'rear', 'roof', 'interior').required(), walk },
  unsigned: { walk, reason: words },
  zone: { zone: Joi.string().min(1).max(60).required(), side: Joi.valid('left', 'right', 'centre').required() },
  vin: {
    vin: Joi.string()
      .pattern(/^[A-HJ-NPR-Z0-9]{17}$/)
      .required(),
    how: Joi.valid('typed', 'scanned').required(),
  },
  photo: { photo: uuid.required(), words: text },
  note: { text: words },
  signed: {
    walk,
    name: Joi.string().min(1).max(120).required(),
    covers: Joi.number().integer().min(0).max(100_000).required(),
    records: Joi.array().items(uuid).max(5000),
    // The server's own: whatever is sent is worked out anew.
    seal: Joi.string().hex().length(64),
    strokes: Joi.array()
      .items(stroke)
      .min(1)
      .max(200)
      .required()
      .custom((strokes: unknown[][], helpers) =>
        strokes.reduce((sum, one) => sum + one.length, 0) > MOST_POINTS
          ? helpers.error('array.max', { limit: MOST_POINTS })
          : strokes,
      ),
  },
  explained: { line: key.required(), reason: words },
  checkInSkipped: { reason: words },
  waits: { for: Joi.valid('part', 'decision', 'vehicle').required(), what: words },
  waitOver: { wait: uuid.required() },
  retracted: { event: uuid.required() },
  closed: {},
};

const schemasOf = (facts: Record<string, Joi.SchemaMap>) =>
  new Map(
    Object.entries(facts).map(([type, fields]) => [type, Joi.object({ ...stamp, type: Joi.valid(type), ...fields })]),
  );
const SCHEMAS: Record<LogKind, Map<string, Joi.ObjectSchema>> = {
  run: schemasOf(RUN_FACTS),
  visit: schemasOf(VISIT_FACTS),
};
/** An event of a type that only a newer version knows: its stamp must be in order, the rest is kept as it is. */
const STAMPED = Joi.object({ ...stamp, type: Joi.string().min(1).max(60).required() }).unknown(true);

/** Whether the database can keep every text of a value: it has no place for NUL and for halves of surrogate pairs. */
function isKeepable(value: unknown): boolean {
  if (typeof value === 'string') return !value.includes('\0') && !/\p{Surrogate}/u.test(value);
  if (typeof value !== 'object' || value === null) return true;
  return Object.entries(value).every(([name, inner]) => isKeepable(name) && isKeepable(inner));
}

/** The events of a request, unread. Throws `invalid` where it is no batch at all. */
export function readBatch(value: unknown): unknown[] {
  const events = (value as { events?: unknown })?.events;
  if (!Array.isArray(events) || events.length === 0 || events.length > MOST_EVENTS_AT_ONCE) {
    throw invalid('events-form', `Send { events: […] } with 1 to ${MOST_EVENTS_AT_ONCE} events.`);
  }
  return events;
}

/** What one event of a batch turned out to be. Nothing is thrown away: what cannot be read is set aside with its reason. */
export type JudgedEvent = { event: LogEvent; unknownType: boolean } | { unreadable: string; id: string | null };

/** Types of events of a log that this version knows. */
export const knownTypes = (kind: LogKind): string[] => [...SCHEMAS[kind].keys()];

/** Reads one event of a log. One bad event does not stand in the way of the others. */
export function judgeEvent(kind: LogKind, value: unknown): JudgedEvent {
  const { type, id } = (value ?? {}) as { type?: unknown; id?: unknown };
  const schema = SCHEMAS[kind].get(String(type));
  if (!isKeepable(value)) return { unreadable: 'it holds unsupported characters', id: idOf(id) };
  const { error } = (schema ?? STAMPED).validate(value, { convert: false, abortEarly: false });
  if (!error) return { event: value as LogEvent, unknownType: !schema };
  return {
    unreadable: error.details
      .map(({ path }) => `“${path.join(', ') || 'the record'}” is missing or not what it should be`)
      .join('; ')
      .replace(/[\p{Cc}\p{Cs}]/gu, ' ')
      .slice(0, 500),
    id: idOf(id),
  };
}

const idOf = (id: unknown): string | null => (typeof id === 'string' && !uuid.validate(id).error ? id : null);

/** What a device learns after sending. */
export interface LogAnswer<E = LogEvent> {
  /** Events the server holds now, in the log or set aside: the device need not send them again. */
  kept: string[];
  /** Those of them that were not taken into the log, with the reason. A lead looks at them. */
  setAside: { id: string | null; reason: string }[];
  /** Events that arrived since the position asked for. */
  events: E[];
  position: number;
  /** More arrived than one answer carries: ask again after `position`. */
  more?: boolean;
}

/** The lead's word that a gate may be passed in spite of a failed test, or that an event recorded against one counts. */
export const overrideSchema = Joi.object<OverrideForm>({
  lead: Joi.string().min(1).max(60).required(),
  pin: Joi.string().max(20).required(),
  gate: key,
  event: uuid,
  reason: text.trim().min(3).required(),
}).xor('gate', 'event');
export interface OverrideForm {
  lead: string;
  pin: string;
  /** The gate to open, or the event that counts all the same: one of the two. */
  gate?: string;
  event?: string;
  reason: string;
}

/** A lead's word that a vehicle is not checked in. */
export const skipCheckInSchema = Joi.object<SkipCheckInForm>({
  lead: Joi.string().min(1).max(60).required(),
  pin: Joi.string().max(20).required(),
  reason: text.trim().min(3).required(),
});
export interface SkipCheckInForm {
  lead: string;
  pin: string;
  reason: string;
}

/** Who looked at what a lead must look at. */
export const lookedSchema = Joi.object<{ flag: string }>({ flag: Joi.string().guid().required() });

/** Which procedure of a run becomes a draft. */
export const draftFromRunSchema = Joi.object<{ procedure: string }>({
  procedure: Joi.string().min(1).max(100).required(),
});

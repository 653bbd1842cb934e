import Joi from 'joi';
import type { Finding } from '../core/procedure/check';
import type { ProcedureDocument } from '../core/procedure';

/** The largest procedure file taken in, bytes. */
export const MAX_PROCEDURE_BYTES = 5 * 1024 * 1024;
/** Problems reported at once: enough to see the pattern. */
const MAX_PROBLEMS = 50;

const id = Joi.string().min(1).max(80).pattern(/^[^:/\s]+$/, 'an id without “:”, “/” or spaces').invalid('body');
const reference = Joi.string().min(1).max(200);
const text = Joi.string().max(2000).allow('');
const short = Joi.string().min(1).max(200);
const point = Joi.array().items(Joi.number().min(-100_000).max(100_000)).length(2);
const points = Joi.array().items(point).max(500);
const references = Joi.array().items(reference).max(500);
const count = Joi.number().integer().min(1).max(999);

const itemFields = {
  id: id.required(),
  name: short, note: text, technique: text,
  photos: Joi.array().items(short).max(50),
  difficulty: Joi.number().integer().min(1).max(5), difficultyWhy: text,
  when: Joi.object().pattern(short, Joi.alternatives(short, Joi.array().items(short).min(1).max(50))),
  behind: references,
  seconds: Joi.number().min(0).max(36_000),
};

const part = Joi.object({
  ...itemFields,
  kind: short.required(),
  shape: points, motions: Joi.array().items(short).max(20), tool: short, startAt: text, on: reference, looseWith: reference,
});

const refit = Joi.object({
  byHand: Joi.boolean(), limit: short, as: short, material: short, count, reversible: Joi.boolean(),
});

const fastener = Joi.object({
  ...itemFields,
  holds: Joi.alternatives(reference, Joi.array().items(reference).min(1).max(50)).required(),
  kind: short.required(), drive: short, count, at: points,
  length: Joi.number().positive().max(1000), thread: short,
  recess: Joi.number().min(0).max(1000), angle: Joi.number().min(-180).max(180),
  staysOn: reference, reuse: short, release: text, refit,
});

const link = Joi.object({
  ...itemFields,
  joins: Joi.array().items(reference).length(2).required(),
  kind: short.required(), count, tab: short, keyed: Joi.boolean(), mark: text, release: text,
  pins: Joi.array().items(Joi.object({ cavity: short.required(), colour: short, function: short })).max(200),
  safety: Joi.valid('srs'),
});

const applies = Joi.object({
  make: short.required(), model: short.required(),
  from: Joi.number().integer().min(1900).max(2100), to: Joi.number().integer().min(1900).max(2100),
  body: short, steering: Joi.valid('left', 'right', 'any'),
});

/** The open format `pezzo-procedure/1`. Types are strict: "2" is not 2, and unknown fields are refused. */
export const procedureSchema = Joi.object({
  format: Joi.valid('pezzo-procedure/1').required(),
  id: id.required(),
  title: short.required(),
  applies: Joi.array().items(applies).min(1).max(100).required(),
  zone: short.required(),
  side: Joi.valid('left', 'right', 'centre').required(),
  options: Joi.object().pattern(short, Joi.array().items(short).min(1).max(50).unique()),
  map: Joi.object({
    width: Joi.number().positive().max(20_000).required(),
    height: Joi.number().positive().max(20_000).required(),
    outline: Joi.alternatives(short, Joi.object({ path: Joi.string().max(20_000).required() }), Joi.object({ photo: short.required() })).required(),
  }).required(),
  parts: Joi.array().items(part).max(10_000).required(),
  fasteners: Joi.array().items(fastener).max(10_000).required(),
  links: Joi.array().items(link).max(10_000).required(),
  before: Joi.array().items(Joi.object({ first: reference.required(), then: reference.required(), why: text })).max(10_000),
  routes: Joi.array().items(Joi.object({
    of: reference.required(), anyOf: Joi.array().items(references).min(1).max(50).required(),
  })).max(1000),
  recordedOrder: Joi.array().items(reference).max(30_000),
  checks: Joi.array().items(text).max(200),
  cautions: Joi.array().items(short).max(100),
  photos: Joi.array().items(short).max(500),
}).required();

/** A document, or what is wrong with its form. */
export type ReadProcedure = { ok: true; document: ProcedureDocument } | { ok: false; findings: Finding[] };

/** Checks the form of a parsed document. Every finding names its place ("fasteners[2].count") and, where it can, the item. */
export function readProcedure(value: unknown): ReadProcedure {
  const { error } = procedureSchema.validate(value, { abortEarly: false, convert: false, allowUnknown: false });
  if (!error) return { ok: true, document: value as ProcedureDocument };
  return { ok: false, findings: error.details.slice(0, MAX_PROBLEMS).map((detail) => formFinding(value, detail)) };
}

/** Reads a file's text: size, JSON, then form. */
export function readProcedureText(text: string): ReadProcedure {
  const problem = (code: string, message: string, repair: string): ReadProcedure =>
    ({ ok: false, findings: [{ level: 'error', code, items: [], message, repair }] });
  if (new TextEncoder().encode(text).length > MAX_PROCEDURE_BYTES) {
    return problem('too-large', 'The file is larger than 5 MB.', 'Keep photos out of the file; a procedure is a few kilobytes.');
  }
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return problem('not-json', `The file is not JSON: ${(error as Error).message}.`, 'Save it as a Pezzo procedure (.json).');
  }
  return readProcedure(value);
}

function placeWords(path: (string | number)[]): string {
  return path.reduce<string>((words, step) => (typeof step === 'number' ? `${words}[${step}]` : words ? `${words}.${step}` : String(step)), '') || 'the file';
}

function itemAt(value: unknown, path: (string | number)[]): string | null {
  const [list, position] = path;
  const found = (value as Record<string, { id?: unknown }[]> | null)?.[list as string]?.[position as number]?.id;
  return typeof found === 'string' ? found : null;
}

function formFinding(value: unknown, { path, type, message }: Joi.ValidationErrorItem): Finding {
  const place = placeWords(path);
  const item = itemAt(value, path);
  const isCount = path.at(-1) === 'count' && type === 'number.min';
  const code = isCount ? 'count-below-1' : type === 'object.unknown' ? 'unknown-field' : type === 'any.required' ? 'missing-field' : 'wrong-form';
  const plain = message.replace(/^"[^"]*"/, '').trim();
  return {
    level: 'error', code, items: item ? [item] : [],
    message: type === 'object.unknown' ? `${place}: this field does not exist here.` : `${place}: ${plain}.`,
    repair: code === 'unknown-field' ? `Take “${String(path.at(-1))}” out or correct its name.`
      : code === 'missing-field' ? `Add “${String(path.at(-1))}”.` : isCount ? 'Give a count of 1 or more, or delete the item.' : `Correct ${place}.`,
  };
}

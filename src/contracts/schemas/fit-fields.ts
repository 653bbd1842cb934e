import Joi from 'joi';
import { parseMm } from '../../core/bench';
import { invalid, type PezzoError } from '../../core/errors';

/** Lengths are numbers of millimetres, or as they are typed: "6 1/2 in", "165mm", "6,5". */
export const length = (min: number, max: number) =>
  Joi.any().custom((value: unknown, helpers) => {
    const mm = typeof value === 'string' ? parseMm(value) : value;
    if (typeof mm !== 'number' || !Number.isFinite(mm)) return helpers.error('length.none');
    return mm < min || mm > max ? helpers.error('length.range', { min, max }) : mm;
  });
const WORDS = {
  'length.none': 'is no length: write 165, "165 mm", "6 1/2 in" or "11/64 in"',
  'length.range': 'must be {{#min}} to {{#max}} mm',
};

/** Nothing in a door is larger, mm. */
const SMALL = 500;
export const DOOR = 2000;
export const VEHICLE = 10_000;
export const mm = (max = SMALL) => length(0, max);
export const hole = length(0.1, SMALL);
export const ohms = Joi.number().positive().max(10_000);
export const hertz = Joi.number().positive().max(100_000);
export const pattern = { count: Joi.number().integer().min(1).max(24).required(), circle: hole.required() };

export const point = Joi.array().items(Joi.number().min(-VEHICLE).max(VEHICLE)).length(2);
export const polygons = Joi.array().items(Joi.array().items(point).min(3).max(200)).max(60);
export const vector = Joi.array().items(Joi.number().min(-VEHICLE).max(VEHICLE)).length(3);

const SETS = ['metric', 'fraction', 'number', 'letter'] as const;
export const sets = Joi.array()
  .items(Joi.valid(...SETS))
  .min(1)
  .default([...SETS]);

/** Reads what a tool is given. Throws `invalid` naming the field. */
export function readFit<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const { error, value: read } = schema
    .messages(WORDS)
    .validate(value, { abortEarly: true, convert: true, errors: { label: false, wrap: { array: false } } });
  const [wrong] = error?.details ?? [];
  if (wrong) throw wrongField(placeOf(wrong.path), wrong.message.replace(/"([^"]*)"/g, '“$1”'));
  return read as T;
}

/** A field that says something impossible: named by its key in the message, and apart from what is said of it, so that a form can call it by its label. */
export const wrongField = (place: string, message: string): PezzoError =>
  invalid('fit-input', `“${place}” ${message}.`, [{ place, message }]);

/** "legs[0].mm" */
const placeOf = (path: (string | number)[]) =>
  path.map((step, at) => (typeof step === 'number' ? `[${step}]` : at ? `.${step}` : step)).join('');

/** Reads what a tool is given, then works it out. */
export const tool =
  <I, R>(schema: Joi.ObjectSchema<I>, work: (input: I) => R) =>
  (value: unknown): { input: I; result: R } => {
    const input = readFit(schema, value);
    return { input, result: work(input) };
  };

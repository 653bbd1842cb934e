import Joi from 'joi';
import type { Remark } from '../../core/planning';
import { LONGEST_SECONDS, SCHOOL_QUESTIONS, type ProcedureDocument } from '../../core/document';
import { MAX_JSON_DEPTH, measureJson } from './json-shape';

/** The largest procedure file taken in, bytes. */
export const MAX_PROCEDURE_BYTES = 5 * 1024 * 1024;
/** Problems reported at once: enough to see the pattern. */
const MAX_PROBLEMS = 50;
/** Options and values of each; pairs of values of two options, which the checker goes through. Vehicles have a handful. */
const [MAX_OPTIONS, MAX_OPTION_VALUES, MAX_OPTION_PAIRS] = [24, 24, 20_000];
/** Routes, ways of all routes together, and references in them. */
const [MAX_ROUTES, MAX_WAYS, MAX_WAY_REFERENCES] = [300, 10_000, 40_000];
/** Fields that one object can hold at most; every real one has far fewer. */
const MAX_FIELDS = 200;
/** Values in one file: the largest list of every kind, filled with what items usually have. */
const MAX_VALUES = 1_200_000;

const id = Joi.string()
  .min(1)
  .max(80)
  .pattern(/^[^:/\s]+$/, 'an id without “:”, “/” or spaces')
  // The end of a step's name tells its round in a run.
  .pattern(/#\d+$/, { name: 'an id that does not end in “#” and a number', invert: true })
  .invalid('body');
const reference = Joi.string().min(1).max(200);
const text = Joi.string().max(2000).allow('');
const short = Joi.string().min(1).max(200);
const point = Joi.array().items(Joi.number().min(-100_000).max(100_000)).length(2);
const points = Joi.array().items(point).max(500);
const references = Joi.array().items(reference).max(500);
const count = Joi.number().integer().min(1).max(999);

const share = Joi.array().items(Joi.number().min(0).max(1)).length(2);
const photoMark = Joi.object({
  kind: Joi.valid('arrow', 'ring', 'text').required(),
  at: share.required(),
  to: share,
  text: Joi.string().max(80).allow(''),
});
const photos = Joi.array().items(
  Joi.alternatives(short, Joi.object({ id: short.required(), marks: Joi.array().items(photoMark).max(50) })),
);

const recording = Joi.object({
  id: Joi.string().guid().required(),
  kind: Joi.valid(...Object.keys(LONGEST_SECONDS)).required(),
  seconds: Joi.number().min(0).max(60).required(),
});

const itemFields = {
  id: id.required(),
  name: short,
  note: text,
  technique: text,
  refitNote: text,
  photos: photos.max(50),
  recordings: Joi.array().items(recording).max(20),
  difficulty: Joi.number().integer().min(1).max(5),
  difficultyWhy: text,
  when: Joi.object()
    .pattern(short, Joi.alternatives(short, Joi.array().items(short).min(1).max(MAX_OPTION_VALUES)))
    .max(MAX_OPTIONS),
  behind: references,
  seconds: Joi.number().min(0).max(36_000),
  took: Joi.number().integer().min(0).max(36_000),
};

/** How many people it takes. */
const hands = Joi.valid(1, 2);

const part = Joi.object({
  ...itemFields,
  kind: short.required(),
  shape: points,
  motions: Joi.array().items(short).max(20),
  tool: short,
  startAt: text,
  on: reference,
  looseWith: reference,
  offToSeat: references,
  regions: Joi.object()
    .pattern(/^[^:/@\s]{1,80}$/, points.min(3))
    .max(50),
  hands,
});

const refit = Joi.object({
  byHand: Joi.boolean(),
  limit: short,
  as: short,
  material: short,
  count,
  reversible: Joi.boolean(),
});

const fastener = Joi.object({
  ...itemFields,
  holds: Joi.alternatives(reference, Joi.array().items(reference).min(1).max(50)).required(),
  kind: short.required(),
  tool: short,
  drive: short,
  count,
  at: points,
  length: Joi.number().positive().max(1000),
  thread: short,
  recess: Joi.number().min(0).max(1000),
  angle: Joi.number().min(-180).max(180),
  staysOn: reference,
  reuse: short,
  release: text,
  refit,
});

const link = Joi.object({
  ...itemFields,
  joins: Joi.array().items(reference).length(2).required(),
  kind: short.required(),
  count,
  at: points,
  tab: short,
  keyed: Joi.boolean(),
  mark: text,
  release: text,
  pins: Joi.array()
    .items(Joi.object({ cavity: short.required(), colour: short, function: short }))
    .max(200),
  safety: Joi.valid('srs'),
});

const work = Joi.object({
  ...itemFields,
  kind: short.required(),
  on: reference,
  needs: references,
  phase: Joi.valid('apart', 'fit', 'back'),
  undo: text,
  at: points,
  shape: points,
  tool: short,
  datum: Joi.object({
    from: short.required(),
    up: Joi.number().min(-20_000).max(20_000),
    andFrom: short,
    back: Joi.number().min(-20_000).max(20_000),
  }),
  leaves: Joi.array()
    .items(Joi.valid('swarf', 'bare-edge', 'open-hole', 'warm-glue'))
    .max(4),
  material: Joi.array().items(short).max(50),
  reversible: Joi.boolean(),
  for: short,
  while: Joi.valid('open'),
  replaces: reference,
  dries: Joi.number().integer().min(1).max(604_800),
  hands,
});

const applies = Joi.object({
  make: short.required(),
  model: short.required(),
  from: Joi.number().integer().min(1900).max(2100),
  to: Joi.number().integer().min(1900).max(2100),
  body: short,
  steering: Joi.valid('left', 'right', 'any'),
});

/** Where two options have this many values in all, so many pairs of them there are. */
const optionPairs = (options: Record<string, string[]>): number => {
  const sizes = Object.values(options).map((values) => values.length);
  const all = sizes.reduce((sum, size) => sum + size, 0);
  return (all * all - sizes.reduce((sum, size) => sum + size * size, 0)) / 2;
};

const options = Joi.object()
  .pattern(short, Joi.array().items(short).min(1).max(MAX_OPTION_VALUES).unique())
  .max(MAX_OPTIONS)
  .custom((value: Record<string, string[]>, helpers) =>
    optionPairs(value) > MAX_OPTION_PAIRS ? helpers.error('options.pairs') : value,
  )
  .messages({
    'options.pairs': `has more than ${MAX_OPTION_PAIRS} pairs of values: keep the options that change the work`,
    'object.max': `has more than ${MAX_OPTIONS} options`,
  });

const before = Joi.object({ first: reference.required(), then: reference.required(), why: text });
const route = Joi.object({ of: reference.required(), anyOf: Joi.array().items(references).min(1).max(50).required() });

const routes = Joi.array()
  .items(route)
  .max(MAX_ROUTES)
  .custom((value: { anyOf: string[][] }[], helpers) => {
    if (value.reduce((sum, { anyOf }) => sum + anyOf.length, 0) > MAX_WAYS) return helpers.error('routes.ways');
    return value.reduce((sum, { anyOf }) => sum + anyOf.flat().length, 0) > MAX_WAY_REFERENCES
      ? helpers.error('routes.ways')
      : value;
  })
  .messages({ 'routes.ways': `have more than ${MAX_WAYS} ways in, or name more than ${MAX_WAY_REFERENCES} items` });

const feature = Joi.object({
  kind: Joi.valid('window-line', 'handle-bowl', 'armrest', 'pocket', 'speaker-field', 'wheel-arch').required(),
  box: Joi.array().items(point).length(2).required(),
});
const mm = Joi.number().min(0).max(2000);
const job = Joi.number().integer().min(1).max(2_000_000_000);
const mount = Joi.object({
  of: reference.required(),
  face: short,
  bore: mm,
  holes: Joi.object({ count: count.required(), circle: mm.required(), start: Joi.number().min(-360).max(360) }),
  toGlass: mm,
  toRegulator: mm,
  regulator: Joi.valid('behind', 'beside'),
  grilleGap: mm,
  skin: mm,
  tolerance: mm,
  measured: Joi.object({ how: short.required(), job }),
});
const wire = Joi.object({ colour: short, cavity: short }).required();
const pair = Joi.object({
  of: reference.required(),
  at: short,
  plus: wire,
  minus: wire,
  verified: Joi.array()
    .items(Joi.object({ how: short.required(), result: short.required(), job }))
    .max(50),
  heard: short,
});
const access = Joi.object({ name: short.required(), at: point.required(), use: text });

/** One way of working that differs from the shop's, with its reason. */
export const schoolSchema = Joi.alternatives(
  SCHOOL_QUESTIONS.map(({ of, choices }) =>
    Joi.object({
      of: Joi.valid(of).required(),
      choice: Joi.valid(...choices.map(([choice]) => choice)).required(),
      why: short.required(),
    }),
  ),
);

/** The open format `pezzo-procedure/1`. Types are strict: "2" is not 2, and unknown fields are refused. */
export const procedureSchema = Joi.object({
  format: Joi.valid('pezzo-procedure/1').required(),
  id: id.required(),
  title: short.required(),
  applies: Joi.array().items(applies).min(1).max(100).required(),
  zone: short.required(),
  side: Joi.valid('left', 'right', 'centre').required(),
  options,
  map: Joi.object({
    width: Joi.number().positive().max(20_000).required(),
    height: Joi.number().positive().max(20_000).required(),
    outline: Joi.alternatives(
      short,
      Joi.object({ path: Joi.string().max(20_000).required() }),
      Joi.object({ photo: short.required() }),
    ).required(),
    features: Joi.array().items(feature).max(30),
    photo: Joi.object({ id: short.required(), corners: Joi.array().items(point).length(4).required() }),
  }).required(),
  parts: Joi.array().items(part).max(10_000).required(),
  fasteners: Joi.array().items(fastener).max(10_000).required(),
  links: Joi.array().items(link).max(10_000).required(),
  before: Joi.array().items(before).max(10_000),
  routes,
  recordedOrder: Joi.array().items(reference).max(30_000),
  checks: Joi.array().items(text).max(200),
  cautions: Joi.array().items(short).max(100),
  photos: photos.max(500),
  work: Joi.array().items(work).max(1000),
  mounts: Joi.array().items(mount).max(100),
  pairs: Joi.array().items(pair).max(100),
  access: Joi.array().items(access).max(100),
  afterPower: Joi.array().items(short).max(50),
  schools: Joi.array().items(schoolSchema).max(20),
}).required();

/** A document, or what is wrong with its form. */
export type ReadProcedure = { ok: true; document: ProcedureDocument } | { ok: false; remarks: Remark[] };

/** Lists of a document with what each of their entries must be. */
const LISTS: [name: 'parts' | 'fasteners' | 'links' | 'work' | 'before' | 'routes', entry: Joi.ObjectSchema][] = [
  ['parts', part],
  ['fasteners', fastener],
  ['links', link],
  ['work', work],
  ['before', before],
  ['routes', route],
];

/**
 * Checks the form of a parsed document. Every remark names its place ("fasteners[2].count") and, where it can, the item. At most 50 are given, and no more
 * are made: a document that is wrong in a million places costs no more than one that is wrong in fifty.
 */
export function readProcedure(value: unknown): ReadProcedure {
  const wide = widestObject(value);
  if (wide > MAX_FIELDS)
    return oneProblem(
      'too-many-fields',
      `The file has an object with ${wide} fields; ${MAX_FIELDS} is the most.`,
      'A procedure’s items have a dozen fields each: this is some other file.',
    );
  const { error } = procedureSchema.validate(value, { abortEarly: true, convert: false, allowUnknown: false });
  return error ? { ok: false, remarks: problemsOf(value, error) } : { ok: true, document: value as ProcedureDocument };
}

/** The most fields any object in a value has. */
function widestObject(value: unknown): number {
  let widest = 0;
  const stack = [value];
  while (stack.length) {
    const one = stack.pop();
    if (typeof one !== 'object' || one === null) continue;
    const inner = Object.values(one);
    if (!Array.isArray(one) && inner.length > widest) widest = inner.length;
    for (const next of inner) if (typeof next === 'object' && next !== null) stack.push(next);
  }
  return widest;
}

/** What is wrong with a document's form, list entry by list entry until there is enough to see the pattern. */
function problemsOf(value: unknown, first: Joi.ValidationError): Remark[] {
  const details: Joi.ValidationErrorItem[] = [];
  const add = (schema: Joi.Schema, part: unknown, path: (string | number)[]) => {
    const { error } = schema.validate(part, { abortEarly: false, convert: false, allowUnknown: false });
    for (const detail of error?.details ?? []) details.push({ ...detail, path: [...path, ...detail.path] });
  };
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return first.details.map((detail) => formRemark(value, detail));
  const lists = value as Record<string, unknown>;
  add(
    procedureSchema,
    { ...value, ...Object.fromEntries(LISTS.flatMap(([name]) => (Array.isArray(lists[name]) ? [[name, []]] : []))) },
    [],
  );
  for (const [name, entry] of LISTS) {
    const list = lists[name];
    if (!Array.isArray(list)) continue;
    for (let at = 0; at < list.length && details.length < MAX_PROBLEMS; at += 1)
      add(entry.required(), list[at], [name, at]);
  }
  // What is wrong with a list as a whole (too long, too many ways) is found only by looking at all of it.
  return (details.length ? details : first.details).slice(0, MAX_PROBLEMS).map((detail) => formRemark(value, detail));
}

const oneProblem = (code: string, message: string, repair: string): ReadProcedure => ({
  ok: false,
  remarks: [{ level: 'error', code, items: [], message, repair }],
});

/** Reads a file's text: size, JSON, then form. */
export function readProcedureText(text: string): ReadProcedure {
  if (new TextEncoder().encode(text).length > MAX_PROCEDURE_BYTES) {
    return oneProblem(
      'too-large',
      'The file is larger than 5 MB.',
      'Keep photos out of the file; a procedure is a few kilobytes.',
    );
  }
  const { depth, values } = measureJson(text);
  if (depth > MAX_JSON_DEPTH || values > MAX_VALUES)
    return oneProblem(
      'too-large',
      'The file is nested too deeply or holds too many values to be a procedure.',
      'Choose another file.',
    );
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return oneProblem(
      'not-json',
      `The file is not JSON: ${(error as Error).message}.`,
      'Save it as a Pezzo procedure (.json).',
    );
  }
  return readProcedure(value);
}

function placeWords(path: (string | number)[]): string {
  return (
    path.reduce<string>(
      (words, step) => (typeof step === 'number' ? `${words}[${step}]` : words ? `${words}.${step}` : String(step)),
      '',
    ) || 'the file'
  );
}

function itemAt(value: unknown, path: (string | number)[]): string | null {
  const [list, position] = path;
  const found = (value as Record<string, { id?: unknown }[]> | null)?.[list as string]?.[position as number]?.id;
  return typeof found === 'string' ? found : null;
}

function formRemark(value: unknown, { path, type, message }: Joi.ValidationErrorItem): Remark {
  const place = placeWords(path);
  const item = itemAt(value, path);
  const isCount = path.at(-1) === 'count' && type === 'number.min';
  const code = isCount
    ? 'count-below-1'
    : type === 'object.unknown'
      ? 'unknown-field'
      : type === 'any.required'
        ? 'missing-field'
        : 'wrong-form';
  const plain = message.replace(/^"[^"]*"/, '').trim();
  return {
    level: 'error',
    code,
    items: item ? [item] : [],
    message: type === 'object.unknown' ? `${place}: this field does not exist here.` : `${place}: ${plain}.`,
    repair:
      code === 'unknown-field'
        ? `Take “${String(path.at(-1))}” out or correct its name.`
        : code === 'missing-field'
          ? `Add “${String(path.at(-1))}”.`
          : isCount
            ? 'Give a count of 1 or more, or delete the item.'
            : `Correct ${place}.`,
  };
}

import Joi from 'joi';
import {
  type Circuit,
  drillSize,
  type DampInput,
  type DepthInput,
  type DrillSet,
  parseMm,
  PREFERRED_SERIES,
  type PreferredSeries,
  type RingInput,
  type Vector,
} from '../../core/bench';
import { invalid } from '../../core/errors';

/** Lengths are numbers of millimetres, or as they are typed: "6 1/2 in", "165mm", "6,5". */
const length = (min: number, max: number) =>
  Joi.any().custom((value: unknown, helpers) => {
    const mm = typeof value === 'string' ? parseMm(value) : value;
    if (typeof mm !== 'number' || !Number.isFinite(mm)) return helpers.error('length.none');
    return mm < min || mm > max ? helpers.error('length.range', { min, max }) : mm;
  });
const WORDS = {
  'length.none': '{{#label}} is no length: write 165, "165 mm", "6 1/2 in" or "11/64 in"',
  'length.range': '{{#label}} must be {{#min}} to {{#max}} mm',
};

/** Nothing in a door is larger, mm. */
const [SMALL, DOOR, VEHICLE] = [500, 2000, 10_000];
export const mm = (max = SMALL) => length(0, max);
export const hole = length(0.1, SMALL);
const ohms = Joi.number().positive().max(10_000);
const hertz = Joi.number().positive().max(100_000);
const pattern = { count: Joi.number().integer().min(1).max(24).required(), circle: hole.required() };

const depth = Joi.object<DepthInput>({
  toGlass: mm().required(),
  toRegulator: mm(),
  regulator: Joi.valid('behind', 'beside'),
  grilleGap: mm().required(),
  tolerance: mm(50).default(0),
  depth: mm().required(),
  proud: mm(100).default(0),
  stroke: mm(100).default(0),
  speakerTolerance: mm(50).default(0),
  behind: mm(100).default(0),
  front: mm(100).default(0),
  sheets: Joi.array().items(length(0.1, 100)).max(40).default([]),
});

const ring = Joi.object<RingInput>({
  bore: hole.required(),
  outside: hole.required(),
  thickness: mm(100).default(0),
  factory: Joi.object({ ...pattern, start: Joi.number().min(-360).max(360).default(0) }).required(),
  speaker: Joi.object({ ...pattern, cutout: hole.required(), basket: hole.required() }).required(),
  screw: hole.required(),
  ligament: mm(100).default(0),
});

export interface DrillForm {
  mm?: number;
  size?: string;
  sets: DrillSet[];
}
const SETS = ['metric', 'fraction', 'number', 'letter'] as const;
const drill = Joi.object<DrillForm>({
  mm: length(0.1, 100),
  size: Joi.string()
    .max(40)
    .custom((value: string, helpers) => (drillSize(value) ? value : helpers.error('size.unknown'))),
  sets: Joi.array()
    .items(Joi.valid(...SETS))
    .min(1)
    .default([...SETS]),
})
  .xor('mm', 'size')
  .messages({ 'size.unknown': '{{#label}} is no drill: write "#29", "F", "11/64" or a length' });

const circuit: Joi.Schema = Joi.alternatives(
  ohms,
  Joi.object({ series: Joi.array().items(Joi.link('#joined')).min(1).max(40).required() }),
  Joi.object({ parallel: Joi.array().items(Joi.link('#joined')).min(1).max(40).required() }),
).id('joined');

const point = Joi.array().items(Joi.number().min(-VEHICLE).max(VEHICLE)).length(2);
const polygons = Joi.array().items(Joi.array().items(point).min(3).max(200)).max(60);
const vector = Joi.array().items(Joi.number().min(-VEHICLE).max(VEHICLE)).length(3);
const isSomewhere = (value: number[], helpers: Joi.CustomHelpers) =>
  value.every((one) => one === 0) ? helpers.error('vector.none') : value;

/** What each tool of the bench is given. */
export const FIT_SCHEMAS = {
  depth,
  ring,
  drill,
  load: Joi.object<{ circuit: Circuit; amplifierMinimum: number }>({
    circuit: circuit.required(),
    amplifierMinimum: ohms.required(),
  }),
  pad: Joi.object<{ db: number; ohms: number }>({
    db: Joi.number().min(-60).max(20).required(),
    ohms: ohms.required(),
  }),
  capacitor: Joi.object<{ ohms: number; hertz: number; series: PreferredSeries }>({
    ohms: ohms.required(),
    hertz: hertz.required(),
    series: Joi.valid(...PREFERRED_SERIES).default('E12'),
  }),
  wire: Joi.object<{ awg?: number; mm2?: number; metres: number; ohms: number }>({
    awg: Joi.number().integer().min(-3).max(40),
    mm2: Joi.number().positive().max(200),
    metres: Joi.number().positive().max(100).required(),
    ohms: ohms.required(),
  }).xor('awg', 'mm2'),
  aim: Joi.object<{ at: Vector; axis: Vector; ears: Vector; dome: number; hertz: number }>({
    at: vector.required(),
    axis: vector.required().custom(isSomewhere),
    ears: vector.required(),
    dome: length(1, 200).required(),
    hertz: hertz.required(),
  }).messages({ 'vector.none': '{{#label}} points nowhere' }),
  damp: Joi.object<DampInput>({
    area: polygons.min(1).required(),
    holes: polygons.default([]),
    keepOut: polygons.default([]),
    coverage: Joi.number().greater(0).max(1).required(),
    sheet: Joi.array().items(length(10, DOOR)).length(2).required(),
    kgPerM2: Joi.number().positive().max(50).required(),
  }),
};
export type FitTool = keyof typeof FIT_SCHEMAS;

/** Reads what a tool is given. Throws `invalid` naming the field. */
export function readFit<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const { error, value: read } = schema.messages(WORDS).validate(value, { abortEarly: true, convert: true });
  if (error) throw invalid('fit-input', `${error.message.replace(/"/g, '“').replace(/“([^“]*)“/g, '“$1”')}.`);
  return read as T;
}

/** A result of the bench as it is kept on a job; one that does not work for sure says why it is done all the same. */
export const benchResultSchema = Joi.object<BenchResultForm>({
  id: Joi.string().guid().required(),
  tool: Joi.string().min(1).max(40).required(),
  given: Joi.object().pattern(Joi.string().max(40), Joi.string().max(200).allow('')).max(40).required(),
  said: Joi.string().min(1).max(1000).required(),
  standing: Joi.valid('sure', 'exact', 'no').required(),
  why: Joi.string().trim().min(3).max(400).when('standing', { is: 'sure', otherwise: Joi.required() }),
});
export interface BenchResultForm {
  id: string;
  tool: string;
  given: Record<string, string>;
  said: string;
  standing: 'sure' | 'exact' | 'no';
  why?: string;
}

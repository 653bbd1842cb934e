import Joi from 'joi';
import {
  aimOf,
  amplifierLoad,
  awgToMm2,
  capacitorFor,
  type Circuit,
  dampFor,
  type DampInput,
  type DepthInput,
  drillSize,
  type DrillSet,
  type FactoryDriver,
  type FactoryPlace,
  factoryLoads,
  fitmentOf,
  levelDifferenceDb,
  mayReplace,
  type Loudness,
  nearestDrill,
  ovalFor,
  type OvalInput,
  padFor,
  type Place,
  POLARITY_TESTS,
  type PolarityEvidence,
  polarityOf,
  PREFERRED_SERIES,
  type PreferredSeries,
  ringFor,
  type RingInput,
  settingRatio,
  soldPad,
  spacerFor,
  type Speaker,
  type SpeakerFacts,
  USUAL_SQUARENESS,
  type Vector,
  wireFor,
  type WireRun,
  wireRunFor,
} from '../../core/bench';
import {
  hertz,
  hole,
  length,
  mm,
  ohms,
  pattern,
  point,
  polygons,
  sets,
  tool,
  vector,
  VEHICLE,
  DOOR,
} from './fit-fields';
import { MARKING_FIT } from './fit-marking';
import { TONES_FIT } from './fit-tones';

const depth = Joi.object<DepthInput>({
  toGlass: mm().required(),
  toRegulator: mm(),
  regulator: Joi.valid('behind', 'beside'),
  grilleGap: mm().required(),
  baffle: mm(100).default(0),
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
const drill = Joi.object<DrillForm>({
  mm: length(0.1, 100),
  size: Joi.string()
    .max(40)
    .custom((value: string, helpers) => (drillSize(value) ? value : helpers.error('size.unknown'))),
  sets,
})
  .xor('mm', 'size')
  .messages({ 'size.unknown': '{{#label}} is no drill: write "#29", "F", "11/64" or a length' });

const circuit: Joi.Schema = Joi.alternatives(
  ohms,
  Joi.object({ series: Joi.array().items(Joi.link('#joined')).min(1).max(40).required() }),
  Joi.object({ parallel: Joi.array().items(Joi.link('#joined')).min(1).max(40).required() }),
).id('joined');

const isSomewhere = (value: number[], helpers: Joi.CustomHelpers) =>
  value.every((one) => one === 0) ? helpers.error('vector.none') : value;

/** A speaker of the shop's list. */
export const speakerSchema = Joi.object<Speaker>({
  name: Joi.string().trim().min(1).max(80).required(),
  kind: Joi.valid('speaker', 'tweeter').default('speaker'),
  basket: hole.required(),
  cutout: hole.required(),
  holes: Joi.number().integer().min(1).max(24).required(),
  circle: hole.required(),
  depth: mm().required(),
  proud: mm(100).default(0),
  stroke: mm(100).default(0),
  ohms: Joi.number().positive().max(100).required(),
  sensitivityDb: Joi.number().min(40).max(130).required(),
  watts: Joi.number().positive().max(5000).required(),
});

/** A speaker as far as its figures are known: what is left out is unknown. */
export const speakerFactsSchema = Joi.object<SpeakerFacts>({
  name: Joi.string().trim().min(1).max(80).allow(null).default(null),
  kind: Joi.valid('speaker', 'tweeter').default('speaker'),
  basket: hole,
  cutout: hole,
  holes: Joi.number().integer().min(1).max(24),
  circle: hole,
  depth: mm(),
  proud: mm(100),
  stroke: mm(100),
  ohms: Joi.number().positive().max(100),
  sensitivityDb: Joi.number().min(40).max(130),
  watts: Joi.number().positive().max(5000),
});

const oval = Joi.object<OvalInput>({
  length: hole.required(),
  width: hole.required(),
  squareness: Joi.number().min(1).max(10).default(USUAL_SQUARENESS),
  measured: Joi.array().items(point).min(3).max(200),
  screwsAlong: mm().required(),
  screwsAcross: mm().required(),
  speaker: Joi.object({ ...pattern, cutout: hole.required(), basket: hole.required() }).required(),
  screw: hole.required(),
  ligament: mm(100).default(0),
});

const loudness = Joi.object({
  sensitivityDb: Joi.number().min(40).max(130).required(),
  watts: Joi.number().positive().max(5000).required(),
}).required();

const run = Joi.object<WireRun>({
  legs: Joi.array()
    .items(
      Joi.object({ name: Joi.string().min(1).max(80).required(), mm: mm(VEHICLE).required(), boot: Joi.boolean() }),
    )
    .min(1)
    .max(30)
    .required(),
  slack: Joi.number().min(0).max(1).default(0.1),
  loop: mm(VEHICLE).default(200),
  ohms: ohms.default(4),
  lossDb: Joi.number().positive().max(20).default(0.5),
  power: Joi.object({
    amps: Joi.number().positive().max(300).required(),
    dropVolts: Joi.number().positive().max(3).default(0.5),
  }),
});

const factoryDriver = Joi.object<FactoryDriver>({
  name: Joi.string().trim().min(1).max(40).required(),
  was: Joi.number().positive().max(100).required(),
  becomes: Joi.number().positive().max(100).required(),
});

const evidence = Joi.object<PolarityEvidence>({
  method: Joi.valid(...POLARITY_TESTS.map(({ code }) => code)).required(),
  seen: Joi.string().max(20).required(),
}).custom((one: PolarityEvidence, helpers) =>
  POLARITY_TESTS.find(({ code }) => code === one.method)!.seen.some(({ code }) => code === one.seen)
    ? one
    : helpers.error('seen.unknown'),
);

const place = Joi.object<Place>({
  bore: hole,
  holes: Joi.object({ ...pattern, start: Joi.number().min(-360).max(360) }),
  toGlass: mm(),
  toRegulator: mm(),
  regulator: Joi.valid('behind', 'beside'),
  grilleGap: mm(),
  tolerance: mm(50),
});

/** Every tool of the bench, for the page and the command line: what is given read, and what comes of it. Each throws `invalid` naming the field. */
export const FIT = {
  depth: tool(depth, spacerFor),
  ring: tool(ring, ringFor),
  oval: tool(oval, ovalFor),
  drill: tool(drill, ({ mm: wanted, size, sets: own }) => nearestDrill(wanted ?? drillSize(size!)!, own)!),
  load: tool(
    Joi.object<{ circuit: Circuit; amplifierMinimum: number; bridged: boolean; bridgedMinimum?: number }>({
      circuit: circuit.required(),
      amplifierMinimum: ohms.required(),
      bridged: Joi.boolean().default(false),
      bridgedMinimum: ohms,
    }),
    ({ circuit: drivers, amplifierMinimum, bridged, bridgedMinimum }) =>
      amplifierLoad(drivers, amplifierMinimum, bridged, bridgedMinimum),
  ),
  pad: tool(
    Joi.object<{ db: number; ohms: number; watts?: number }>({
      db: Joi.number().min(-60).max(20).required(),
      ohms: ohms.required(),
      watts: Joi.number().positive().max(5000),
    }),
    ({ db, ohms: driver, watts }) => {
      const pad = padFor(db, driver);
      return { ...pad, sold: watts === undefined ? null : soldPad(pad, driver, watts) };
    },
  ),
  level: tool(
    Joi.object<{ a: Loudness; b: Loudness; setting: number }>({
      a: loudness,
      b: loudness,
      setting: Joi.number().min(-20).max(20).default(0),
    }),
    ({ a, b, setting }) => ({ db: levelDifferenceDb(a, b) + setting, ...settingRatio(setting) }),
  ),
  capacitor: tool(
    Joi.object<{ ohms: number; hertz: number; series: PreferredSeries }>({
      ohms: ohms.required(),
      hertz: hertz.required(),
      series: Joi.valid(...PREFERRED_SERIES).default('E12'),
    }),
    ({ ohms: driver, hertz: corner, series }) => capacitorFor(driver, corner, series),
  ),
  wire: tool(
    Joi.object<{ awg?: number; mm2?: number; metres: number; ohms: number }>({
      awg: Joi.number().integer().min(-3).max(40),
      mm2: Joi.number().positive().max(200),
      metres: Joi.number().positive().max(100).required(),
      ohms: ohms.required(),
    }).xor('awg', 'mm2'),
    ({ awg, mm2, metres, ohms: speaker }) => wireFor(mm2 ?? awgToMm2(awg!), metres, speaker),
  ),
  run: tool(run, wireRunFor),
  ...MARKING_FIT,
  ...TONES_FIT,
  factory: tool(
    Joi.object<{ drivers: FactoryDriver[] }>({ drivers: Joi.array().items(factoryDriver).min(1).max(40).required() }),
    ({ drivers }) => ({ drivers: factoryLoads(drivers) }),
  ),
  replaces: tool(
    Joi.object<FactoryPlace & { speakers: Speaker[] }>({
      ohms: Joi.number().positive().max(100).required(),
      sensitivityDb: Joi.number().min(40).max(130),
      place: place.default({}),
      speakers: Joi.array().items(speakerSchema).min(1).max(5000).required(),
    }),
    ({ speakers, ...driver }) => ({ speakers: mayReplace(driver, speakers) }),
  ),
  aim: tool(
    Joi.object<{ at: Vector; axis: Vector; ears: Vector; dome: number; hertz: number }>({
      at: vector.required(),
      axis: vector.required().custom(isSomewhere),
      ears: vector.required(),
      dome: length(1, 200).required(),
      hertz: hertz.required(),
    }).messages({ 'vector.none': '{{#label}} points nowhere' }),
    ({ at, axis, ears, dome, hertz: tone }) => aimOf(at, axis, ears, dome, tone),
  ),
  damp: tool(
    Joi.object<DampInput>({
      area: polygons.min(1).required(),
      holes: polygons.default([]),
      keepOut: polygons.default([]),
      coverage: Joi.number().greater(0).max(1).required(),
      sheet: Joi.array().items(length(10, DOOR)).length(2).required(),
      kgPerM2: Joi.number().positive().max(50).required(),
    }),
    dampFor,
  ),
  polarity: tool(
    Joi.object<{ identified: boolean; evidence: PolarityEvidence[] }>({
      identified: Joi.valid(true).required().messages({
        'any.only': '{{#label}} must be true: never probe a pair that is not known to be the speaker’s (airbags)',
      }),
      evidence: Joi.array().items(evidence).max(40).required(),
    }).messages({ 'seen.unknown': '{{#label}} shows nothing of that kind' }),
    ({ evidence: seen }) => polarityOf(seen),
  ),
  fitment: tool(
    Joi.object<{ place: Place; speaker: Speaker }>({ place: place.required(), speaker: speakerSchema.required() }),
    ({ place: at, speaker }) => fitmentOf(at, speaker),
  ),
};
export type FitTool = keyof typeof FIT;

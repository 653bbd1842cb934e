import Joi from 'joi';
import {
  BEHIND,
  type BehindAnswers,
  CLEARANCE_SIZES,
  clearanceFor,
  ceilingRoom,
  type Datum,
  holeRoom,
  type Layer,
  screwThrough,
  depthStop,
  type DrillSet,
  GROMMET_MM,
  markOn,
  mayCut,
  ovalOpening,
  nearestDrill,
  pilotFor,
  sayBehind,
  sayDatum,
  stepFor,
  TAPPER_SIZES,
} from '../../core/bench';
import { DOOR, hole, length, mm, sets, tool, wrongField } from './fit-fields';

/** A hole to be made: for what, through how thick a sheet, and how far away what lies behind. */
export interface HoleForm {
  for: 'pilot' | 'clearance' | 'boot-door' | 'boot-body';
  screw?: number;
  sheet: number;
  behind?: number;
  /** From the hole's middle to the sheet's edge, and to the nearest spot weld. */
  toEdge?: number;
  toWeld?: number;
  /** What the screw goes through, from its head on; the sheet alone where it is left out. */
  layers?: Layer[];
  sets: DrillSet[];
}
const drilled = Joi.object<HoleForm>({
  for: Joi.valid('pilot', 'clearance', 'boot-door', 'boot-body').required(),
  screw: length(0.5, 20).when('for', { is: Joi.valid('pilot', 'clearance'), then: Joi.required() }),
  sheet: length(0.1, 30).default(0.8),
  behind: mm(),
  toEdge: mm(),
  toWeld: mm(),
  layers: Joi.array()
    .items(
      Joi.object({
        material: Joi.valid('card', 'plywood', 'plastic', 'steel').required(),
        mm: length(0.1, 100).required(),
      }),
    )
    .min(1)
    .max(6),
  sets,
});

/** The hole for a screw or boot: the drill for it, the step of a step drill, and where the stop goes. Throws `invalid` for a screw that is not sold. */
function workHole({ for: use, screw, sheet, behind, toEdge, toWeld, layers, sets: own }: HoleForm) {
  const wanted =
    use === 'pilot'
      ? pilotFor(screw!, sheet)
      : use === 'clearance'
        ? clearanceFor(screw!)
        : use === 'boot-door'
          ? GROMMET_MM.door
          : GROMMET_MM.body;
  if (wanted === null) {
    const sold = (use === 'pilot' ? TAPPER_SIZES : CLEARANCE_SIZES).join(', ');
    throw wrongField('screw', `is no size that is sold: take one of ${sold}`);
  }
  return {
    mm: wanted,
    ...nearestDrill(wanted, own)!,
    step: stepFor(wanted),
    stop: depthStop(sheet, behind ?? null),
    room: holeRoom(wanted, toEdge ?? null, toWeld ?? null),
    ...(layers && screw !== undefined ? { through: screwThrough(screw, layers) } : {}),
  };
}

/** A place found again from two edges, and what was seen behind it. */
export interface MarkForm extends Datum {
  diameter: number;
  /** How wide an oval opening is; its height is `diameter`. Absent: it is round. */
  wide?: number;
  behind: BehindAnswers;
}
const edge = Joi.string().trim().min(1).max(80).required();
const mark = Joi.object<MarkForm>({
  from: edge,
  up: length(-DOOR, DOOR).required(),
  andFrom: edge,
  back: length(-DOOR, DOOR).required(),
  ceiling: Joi.object({ name: edge, up: length(-DOOR, DOOR).required() }),
  diameter: hole.required(),
  wide: hole,
  behind: Joi.object(Object.fromEntries(BEHIND.map(({ code }) => [code, Joi.valid('clear', 'in-the-way')]))).default(
    {},
  ),
});
/** The hole's middle on both sides as seen from the cabin, from the corner of the two edges; whether it may be cut. */
const markedOn = ({ diameter, wide, behind, ...datum }: MarkForm) => ({
  left: markOn('left', datum),
  right: markOn('right', datum),
  diameter,
  ...(wide === undefined ? {} : { opening: ovalOpening(wide, diameter) }),
  words: sayDatum(datum, diameter),
  ...(datum.ceiling ? { ceilingRoom: ceilingRoom({ up: datum.up, ceiling: datum.ceiling }, diameter) } : {}),
  ...mayCut(behind),
  said: sayBehind(behind),
});

/** A hole by what it is for, and a place to be marked. */
export const MARKING_FIT = { hole: tool(drilled, workHole), marking: tool(mark, markedOn) };

import Joi from 'joi';
import {
  BEHIND,
  type BehindAnswers,
  CLEARANCE_SIZES,
  clearanceFor,
  type Datum,
  depthStop,
  type DrillSet,
  GROMMET_MM,
  markOn,
  mayCut,
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
  sets: DrillSet[];
}
const drilled = Joi.object<HoleForm>({
  for: Joi.valid('pilot', 'clearance', 'boot-door', 'boot-body').required(),
  screw: length(0.5, 20).when('for', { is: Joi.valid('pilot', 'clearance'), then: Joi.required() }),
  sheet: length(0.1, 30).default(0.8),
  behind: mm(),
  sets,
});

/** The hole for a screw or boot: the drill for it, the step of a step drill, and where the stop goes. Throws `invalid` for a screw that is not sold. */
function workHole({ for: use, screw, sheet, behind, sets: own }: HoleForm) {
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
  return { mm: wanted, ...nearestDrill(wanted, own)!, step: stepFor(wanted), stop: depthStop(sheet, behind ?? null) };
}

/** A place found again from two edges, and what was seen behind it. */
export interface MarkForm extends Datum {
  diameter: number;
  behind: BehindAnswers;
}
const edge = Joi.string().trim().min(1).max(80).required();
const mark = Joi.object<MarkForm>({
  from: edge,
  up: mm(DOOR).required(),
  andFrom: edge,
  back: mm(DOOR).required(),
  diameter: hole.required(),
  behind: Joi.object(Object.fromEntries(BEHIND.map(({ code }) => [code, Joi.valid('clear', 'in-the-way')]))).default(
    {},
  ),
});
/** The hole's middle on both sides as seen from the cabin, from the corner of the two edges; whether it may be cut. */
const markedOn = ({ diameter, behind, ...datum }: MarkForm) => ({
  left: markOn('left', datum),
  right: markOn('right', datum),
  diameter,
  words: sayDatum(datum),
  ...mayCut(behind),
  said: sayBehind(behind),
});

/** A hole by what it is for, and a place to be marked. */
export const MARKING_FIT = { hole: tool(drilled, workHole), marking: tool(mark, markedOn) };

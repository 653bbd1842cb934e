import { listed } from '../../trade';
import { countOf } from '../../document';
import { type HolePattern, obstacleWords, plainNumber } from '../tools';
import type { Fixing, FixingReason, FixingRefusal, Lack } from './fixing';

/** A way of fixing by name, as it is offered and as it is asked for. */
export const FIXING_WORDS: Record<Fixing, { name: string; told: string }> = {
  screws: { name: 'Factory fixings', told: 'with the factory’s own fixings' },
  ring: { name: 'Ring', told: 'on a ring' },
  clips: { name: 'Clip nuts', told: 'in clip nuts' },
  nuts: { name: 'Rivet nuts', told: 'in rivet nuts' },
  holes: { name: 'New holes', told: 'in new holes' },
};

/** Why a way of fixing can be taken, a sentence without its full stop. */
export function fixingReasonWords(reason: FixingReason): string {
  switch (reason.why) {
    case 'factory-screws': {
      const count = reason.fasteners.reduce((sum, one) => sum + countOf(one), 0);
      const sheets = reason.sheets.length
        ? `, under it ${reason.sheets.map((one) => `${plainNumber(one)} mm`).join(' + ')}`
        : '';
      return `${count === 1 ? 'The factory screw comes' : `The ${count} factory screws come`} back out of the tray${sheets}; nothing is drilled`;
    }
    case 'rivets-come-back':
      return `The rivets are recorded to come back as ${reason.as}; nothing is drilled`;
    case 'recorded-ring':
      return `${reason.ring.name ?? 'A ring'} is recorded for this place, on the factory holes; nothing is drilled`;
    case 'computed-ring':
      return `A ${plainNumber(reason.thickness)} mm ring goes on the factory holes; nothing is drilled`;
    case 'ring-unmeasured':
      return 'A ring goes on the factory holes; how thick it must be cannot be told before the place is measured';
    case 'clip-nuts':
      return 'Its own screws go into clip nuts on the factory holes; nothing is drilled';
    case 'rivet-nuts':
      return reason.riveted
        ? 'Rivet nuts go where the rivets were, its own screws into them'
        : 'Rivet nuts go into the factory holes, its own screws into them; the holes may have to be opened up';
    case 'drilled':
      return 'Drilled anew from the template: that is for good';
  }
}

const patternWords = ({ count, circle }: Partial<HolePattern>) =>
  `${count ?? 'no'} ${count === 1 ? 'hole' : 'holes'}${circle === undefined ? '' : ` on ${plainNumber(circle)} mm`}`;

/** Why a way of fixing cannot be taken, a sentence without its full stop. */
export function fixingRefusalWords(refusal: FixingRefusal): string {
  switch (refusal.why) {
    case 'nothing-screwed':
      return refusal.riveted
        ? 'The old one is riveted, and nobody recorded what the rivets come back as'
        : 'Nothing is screwed there: what holds the old one fits only that';
    case 'no-holes':
      return 'The place has no factory holes';
    case 'pattern':
      return `The holes do not meet: the place has ${patternWords(refusal.factory)}, the new one ${patternWords(refusal.speaker)}`;
    case 'does-not-fit':
      return `It does not fit: ${refusal.obstacles.map(obstacleWords).join('; ')}`;
  }
}

const LACKS: Record<Lack['field'], string> = {
  toGlass: 'the depth to the glass',
  grilleGap: 'the gap to the grille',
  bore: 'the width of the opening',
  depth: 'the speaker’s mounting depth',
  proud: 'how far it stands proud',
  stroke: 'how far its cone moves',
  cutout: 'the opening it needs',
  basket: 'the width of its frame',
  holes: 'how many screws it has',
  circle: 'its hole circle',
};

/** Of a speaker, more than so many unknown sizes are said as one. */
const MOST_NAMED = 6;

/** What a depth check still lacks: "Still to be measured: the depth to the glass and the gap to the grille." Empty where it lacks nothing. */
export function lackWords(lacks: readonly Lack[]): string {
  const ofPlace = lacks.filter(({ of }) => of === 'place').map(({ field }) => LACKS[field]);
  const ofSpeaker = lacks.filter(({ of }) => of === 'speaker').map(({ field }) => LACKS[field]);
  // Where nobody has chosen one yet, its sizes are not a list of things to measure.
  const told = [...ofPlace, ...(ofSpeaker.length > MOST_NAMED ? ['the new one’s sizes'] : ofSpeaker)];
  return told.length ? `Not known yet: ${listed(told)}.` : '';
}

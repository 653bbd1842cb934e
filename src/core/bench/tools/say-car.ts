import { capital } from '../../trade';
import type { Drill } from './drill';
import { BEHIND, type BehindAnswers, ceilingRoom, type Datum, type HoleRoom, mayCut, type StackHole } from './marking';
import type { OvalFailure, OvalResult } from './oval';
import { drillName, mm, plainNumber } from './say';
import type { Said } from './standing';
import { FUSE_WITHIN_MM } from './power-wire';
import type { WireResult } from './wire';
import type { WireRunResult } from './wire-run';

/** What a wire costs, and whether that matters: half a decibel is what nobody hears (common practice, no source). */
export function sayWire({ loopOhms, lossDb, dampingAtMost }: WireResult): Said {
  const words = `${plainNumber(loopOhms, 3)} Ω there and back takes ${plainNumber(lossDb, 2)} dB; damping at the speaker is ${plainNumber(dampingAtMost, 0)} at most.`;
  return lossDb <= 0.5
    ? { standing: 'sure', words: `Thick enough: ${words}` }
    : { standing: 'exact', words: `Take it thicker: ${words}` };
}

/** A gauge as it is asked for. @example gaugeName(-1); // "2/0 AWG" */
export const gaugeName = (awg: number) => `${awg > 0 ? awg : `${1 - awg}/0`} AWG`;

/** How much to cut, how thick, and where tape goes. */
export function sayRun({ cutMm, mm2, marks, power }: WireRunResult): Said {
  if (power === null)
    return {
      standing: 'no',
      words: `Nothing that is sold carries that over ${plainNumber(cutMm / 1000, 2)} m: a battery or amplifier nearer, or less current.`,
    };
  if (mm2 === null)
    return {
      standing: 'no',
      words: `${plainNumber(cutMm / 1000, 2)} m is too long for any wire that is sold: move the amplifier.`,
    };
  const tape = marks.length
    ? ` Tape at ${marks.map(({ mm: at }) => plainNumber(at / 10, 0)).join(' and ')} cm for the ${marks.length > 1 ? 'boots' : 'boot'}.`
    : '';
  if (power) {
    const why =
      power.because === 'fuse'
        ? `thinner would burn before a ${power.fuseAmps} A fuse does`
        : 'thinner would lose too much on the way';
    return {
      standing: 'sure',
      words: `Cut ${plainNumber(cutMm / 1000, 2)} m of ${gaugeName(power.awg)} (${plainNumber(power.mm2)} mm²): ${why}. Fuse ${power.fuseAmps} A at the battery end, no more than ${plainNumber(FUSE_WITHIN_MM / 10, 0)} cm of wire from it; loses ${plainNumber(power.dropVolts, 2)} V.${tape}`,
    };
  }
  return { standing: 'sure', words: `Cut ${plainNumber(cutMm / 1000, 2)} m of ${plainNumber(mm2, 2)} mm².${tape}` };
}

const OVAL: Record<OvalFailure['what'], (by: string) => string> = {
  rim: (by) => `the speaker’s holes come ${by} too near the rim`,
  opening: (by) => `the speaker’s holes come ${by} too near the opening`,
  holes: (by) => `two holes come ${by} too near each other`,
  'factory-rim': (by) => `the factory holes come ${by} too near the rim`,
  'factory-opening': (by) => `the factory holes come ${by} too near the opening`,
  basket: (by) => `the basket is ${by} wider than the plate`,
};

/** How to turn a round speaker on an oval plate, or what fails. */
export function sayOval({ fits, turn, leastLigament, fails }: OvalResult): Said {
  const hard = fails.filter(({ what }) => what !== 'basket');
  if (!fits)
    return { standing: 'no', words: `${capital(hard.map(({ what, byMm }) => OVAL[what](mm(byMm))).join('; '))}.` };
  const rebate = fails.length ? ' The basket stands over the rim: chamfer the plate.' : '';
  return {
    standing: 'sure',
    words: `Speaker’s first hole at ${plainNumber(turn)}° from the long axis: at least ${mm(leastLigament)} of material stays.${rebate}`,
  };
}

/** Which drill, and how deep it may go. */
export function sayHole({
  mm: wanted,
  nearest,
  errorMm,
  step,
  stop,
  room,
}: {
  mm: number;
  nearest: Drill;
  errorMm: number;
  step: { step: number; widerBy: number } | null;
  stop: number | null;
  room?: HoleRoom;
}): Said {
  const near = room ? sayRoom(room) : '';
  if (near) return { standing: 'no', words: near };
  if (stop === null)
    return { standing: 'no', words: 'What is behind is nearer than a drill comes through: mark another place.' };
  // Beyond the sets only a step drill or a hole saw makes it.
  if (Math.abs(errorMm) > 0.6)
    return step
      ? {
          standing: 'exact',
          words: `${mm(wanted)}: step drill to ${mm(step.step)}, ${mm(step.widerBy)} wider. Stop at ${mm(stop)}.`,
        }
      : { standing: 'exact', words: `${mm(wanted)}: with a hole saw. Stop at ${mm(stop)}.` };
  return {
    standing: Math.abs(errorMm) <= 0.1 ? 'sure' : 'exact',
    words: `${mm(wanted)}: take the ${drillName(nearest)} drill, stop at ${mm(stop)}.`,
  };
}

const LAYERS = { card: 'the card', plywood: 'the plywood', plastic: 'the plastic', steel: 'the steel' };

/** Which hole through which layer, and how long the screw is. */
export function sayStack(found: { holes: StackHole[]; length: number | null } | null): Said {
  if (!found) return { standing: 'no', words: 'Nothing there holds a screw: put plywood or steel behind it.' };
  const { holes, length } = found;
  if (length === null) return { standing: 'no', words: 'No self-tapper is that long: take a machine screw and a nut.' };
  const told = holes.map(
    ({ material, hole, holds }) => `${mm(hole)} ${holds ? 'into' : 'clear through'} ${LAYERS[material]}`,
  );
  return { standing: 'sure', words: `${capital(told.join(', '))}; the screw ${mm(length)} long.` };
}

/** Whether a hole keeps off edges and spot welds. */
export function sayRoom({ edge, weld }: HoleRoom): string {
  const near = [edge ? `${mm(edge)} too near the edge` : '', weld ? `${mm(weld)} too near a spot weld` : ''].filter(
    Boolean,
  );
  return near.length ? `The hole is ${near.join(' and ')}: mark another place.` : '';
}

/** Whether anything may be cut or drilled yet. */
export function sayBehind(answers: BehindAnswers): Said {
  const { may, open, inTheWay } = mayCut(answers);
  const asks = (code: string) => BEHIND.find((one) => one.code === code)!.asks.toLowerCase();
  if (inTheWay.length)
    return { standing: 'no', words: `Do not cut here: ${inTheWay.map(asks).join('; ')} in the way.` };
  return may
    ? { standing: 'sure', words: 'Clear behind: it may be cut. Eye and ear protection on.' }
    : { standing: 'no', words: `Look behind first: ${open.map(asks).join('; ')}.` };
}

/** Where a mark stands, for both sides. */
export function sayDatum({ from, up, andFrom, back, ceiling }: Datum, diameter = 0): string {
  const height = `${plainNumber(Math.abs(up))} mm ${up < 0 ? 'below' : 'above'} the ${from}`;
  const along = `${plainNumber(Math.abs(back))} mm ${back < 0 ? 'in front of' : 'behind'} the ${andFrom}`;
  const room = ceiling && ceilingRoom({ up, ceiling }, diameter);
  const under = !room
    ? ''
    : room.mm < 0
      ? ` Its upper edge comes ${plainNumber(-room.mm)} mm over the ${ceiling.name}: too high.`
      : ` Its upper edge stays ${plainNumber(room.mm)} mm under the ${ceiling.name}.`;
  return `${height}, ${along}.${under} The other side: the same from its own edges.`;
}

import { FIT } from '@/contracts/schemas/fit';
import { wrongField } from '@/contracts/schemas/fit-fields';
import {
  parseCircuit,
  plainNumber,
  sayAim,
  sayCapacitor,
  sayFactory,
  sayLevel,
  sayLoad,
  sayPad,
  turnedTo,
  TWEETER_SETTINGS,
} from '@/core/bench';
import { type BenchTool, length, ohm, plain } from './field';

/** What the amplifier drives, and how loud it gets. */
export const SOUND_TOOLS: BenchTool[] = [
  {
    code: 'load',
    name: 'Load',
    asks: 'What does the amplifier see?',
    fields: [
      { key: 'circuit', label: 'Drivers, Ω', start: '4 || 4', isText: true },
      plain('amplifierMinimum', 'A channel: at least', 'Ω', '2'),
      { key: 'bridged', label: 'Its channels are', start: 'no', choices: [['no', 'on their own'], ['yes', 'bridged']] }, // prettier-ignore
      plain('bridgedMinimum', 'Bridged, its maker says', 'Ω', ''),
    ],
    formula:
      '“4 + 4” in series adds; “4 || 4” in parallel is 1 / (1/R₁ + 1/R₂ + …); brackets inside: “4 || (4 + 0.3)” is a tweeter tee’d into the door feed behind a coil of 0.3 Ω. A two-way set behind its own crossover is one load. Bridged, each channel sees half: the minimum of a channel counts twice, unless the maker says what it may see bridged.',
    source: 'Ohm’s law.',
    answer: ({ circuit, amplifierMinimum, bridged, bridgedMinimum }) => {
      const read = parseCircuit(String(circuit));
      if (read === null) throw wrongField('circuit', 'cannot be read: write 4, 4 + 4, 4 || 4 or 4 || (4 + 4)');
      const { input, result } = FIT.load({
        circuit: read,
        amplifierMinimum,
        bridged: bridged === 'yes',
        ...(bridgedMinimum === undefined ? {} : { bridgedMinimum }),
      });
      return {
        said: sayLoad(result),
        figures: [['Load', ohm(result.ohms)], ['At least', ohm(result.needs)]], // prettier-ignore
        drawn: { of: 'load', input, result },
      };
    },
  },
  {
    code: 'factory',
    isFact: true,
    name: 'Factory amp',
    asks: 'Does a factory amplifier drive the new ones?',
    fields: [
      { key: 'drivers', label: 'Drivers: was → is', start: 'woofer 2 → 4; tweeter 4 → 4; centre 8 → 4', isText: true },
    ],
    formula:
      'Each channel of a factory amplified system was made for the ohms it had; 2, 4 and 8 Ω differ in one car. Fewer than 90 % overload it; at the same voltage more ohms take −10·log₁₀(new/old) dB.',
    source: 'Ohm’s law. How much less is too little is common practice, no source.',
    answer: ({ drivers }) => {
      const { input, result } = FIT.factory({ drivers: driversIn(String(drivers)) });
      return {
        drawn: { of: 'factory', input, result },
        said: sayFactory(result.drivers),
        figures: result.drivers.map(({ name, was, becomes, db }): [string, string] => [
          name,
          `${ohm(was)} → ${ohm(becomes)}, ${plainNumber(db)} dB`,
        ]),
      };
    },
  },
  {
    code: 'level',
    name: 'Level',
    asks: 'Which of two is louder, and by how much?',
    fields: [
      plain('a.sensitivityDb', 'First: sensitivity', 'dB', '92'),
      plain('a.watts', 'First: power', 'W', '50'),
      plain('b.sensitivityDb', 'Second: sensitivity', 'dB', '89'),
      plain('b.watts', 'Second: power', 'W', '50'),
      {
        key: 'setting',
        label: 'Crossover, first',
        start: '0',
        choices: TWEETER_SETTINGS.map((db): [string, string] => [String(db), `${db > 0 ? '+' : ''}${db} dB`]),
      },
    ],
    formula:
      'Difference of the sensitivities + 10·log₁₀(P₁/P₂) + the crossover’s setting; a setting of −3 dB is half the power.',
    source: 'Definition of the decibel.',
    answer: (values) => {
      const { input, result } = FIT.level(values);
      return {
        said: sayLevel(result.db),
        figures: [['Difference', `${plainNumber(result.db, 2)} dB`], ['Setting: voltage', `× ${plainNumber(result.voltage, 3)}`], ['Setting: power', `× ${plainNumber(result.power, 3)}`]], // prettier-ignore
        drawn: { of: 'level', input, result },
      };
    },
  },
  {
    code: 'pad',
    name: 'Pad',
    asks: 'Which resistors bring a driver down?',
    fields: [
      plain('db', 'Level', 'dB', '-3'),
      plain('ohms', 'Driver', 'Ω', '4'),
      plain('watts', 'Power into it', 'W', '50'),
    ],
    formula:
      'k = 10^(dB/20); in series R(1 − k), across the driver R·k/(1 − k): the amplifier goes on seeing R. Sold: the nearest of E12; the series one turns P·Rs/R to heat, and each is taken for twice its heat.',
    source: 'The L-pad of the handbooks; preferred values of IEC 60063. Twice the heat is common practice, no source.',
    answer: (values) => {
      const { input, result: pad } = FIT.pad(values);
      return { drawn: { of: 'pad', input, result: pad }, said: sayPad(pad), figures: [['Voltage', `× ${plainNumber(pad.voltageRatio, 3)}`], ['Power', `× ${plainNumber(pad.powerRatio, 3)}`]] }; // prettier-ignore
    },
  },
  {
    code: 'capacitor',
    name: 'Capacitor',
    asks: 'Which capacitor keeps the bass from a tweeter?',
    fields: [
      plain('ohms', 'Driver', 'Ω', '4'),
      plain('hertz', 'Corner', 'Hz', '5000'),
      { key: 'series', label: 'Sold as', start: 'E12', choices: [['E6', 'E6'], ['E12', 'E12'], ['E24', 'E24']] }, // prettier-ignore
    ],
    formula: 'C = 1 / (2π R f), first order, 6 dB per octave.',
    source: 'Preferred values of IEC 60063.',
    answer: (values) => {
      const { input, result: found } = FIT.capacitor(values);
      return {
        drawn: { of: 'capacitor', input, result: found },
        said: sayCapacitor(found),
        figures: [['Exactly', `${plainNumber(found.farads * 1e6, 3)} µF`]],
      };
    },
  },
  {
    code: 'aim',
    isFact: true,
    name: 'Aim',
    asks: 'How much treble does the angle cost?',
    fields: [
      { key: 'at', label: 'Tweeter', unit: 'mm', start: '0, 0', isList: true, isDrawn: true },
      { key: 'axis', label: 'Where it points', start: '1, 0', isList: true, isDrawn: true },
      { key: 'ears', label: 'Ears', unit: 'mm', start: '900, 500', isList: true, isDrawn: true },
      length('height', 'Ears above the tweeter', '250'),
      plain('tilt', 'It tilts up by', '°', '0'),
      plain('mounted', 'Angle mount turns it by', '°', ''),
      length('dome', 'Dome', '25'),
      plain('hertz', 'At', 'Hz', '10000'),
    ],
    formula:
      '2·J₁(x)/x with x = 2πf/c · (dome/2) · sin θ; c = 343 m/s. Drag tweeter, arrow and ears in the drawing, or move them with the arrow keys; an angle mount turns the axis straight towards the ears.',
    source: 'Rigid piston in a baffle (Kinsler, Fundamentals of Acoustics, 7.4): take it as the trend.',
    answer: ({ mounted, height, tilt, at, axis, ears, ...values }) => {
      const level = (place: unknown, up: unknown) =>
        Array.isArray(place) ? [...(place as unknown[]), up ?? 0] : place;
      const { input, result } = FIT.aim({
        ...values,
        at: level(at, 0),
        axis: level(axis, risen(axis, tilt)),
        ears: level(ears, height),
      });
      const turned =
        typeof mounted === 'number'
          ? FIT.aim({ ...input, axis: turnedTo(input.at, input.axis, input.ears, mounted) })
          : null;
      return {
        said: sayAim(turned?.result ?? result),
        figures: [
          ['Angle', `${plainNumber(result.degrees)}°`],
          ['Loss', `${plainNumber(result.lossDb, 2)} dB`],
          ...(turned
            ? ([
                ['Mounted', `${plainNumber(turned.result.degrees)}°`],
                ['Then lost', `${plainNumber(turned.result.lossDb, 2)} dB`],
              ] satisfies [string, string][])
            : []),
        ],
        drawn: { of: 'aim', input, result, mounted: turned },
      };
    },
  },
];

/** How far an axis rises that points somewhere in the plane and tilts up by some degrees. */
function risen(axis: unknown, tilt: unknown): number {
  const along = Array.isArray(axis) ? Math.hypot(Number(axis[0]), Number(axis[1])) : 0;
  if (tilt === undefined || along === 0) return 0;
  if (typeof tilt !== 'number' || Math.abs(tilt) > STEEPEST)
    throw wrongField('tilt', `must be −${STEEPEST} to ${STEEPEST}°`);
  return along * Math.tan((tilt * Math.PI) / 180);
}
/** Nearer to straight up it has no direction from above, degrees. */
const STEEPEST = 85;

/** "woofer 2 → 4; tweeter 4 → 4": each driver's ohms before and after. Throws `invalid` where a line cannot be read. */
function driversIn(text: string) {
  return text
    .split(';')
    .filter((one) => one.trim())
    .map((one) => {
      const match = /^(.+?)\s+(\d+(?:[.,]\d+)?)\s*(?:→|->|to)\s*(\d+(?:[.,]\d+)?)\s*(?:Ω)?$/.exec(one.trim());
      const [was, becomes] = [match?.[2], match?.[3]].map((part) => Number(part?.replace(',', '.')));
      if (!match || !(was > 0) || !(becomes > 0))
        throw wrongField('drivers', `cannot be read at “${one.trim()}”: write woofer 2 → 4`);
      return { name: match[1], was, becomes };
    });
}

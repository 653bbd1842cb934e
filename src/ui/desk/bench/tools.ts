import { FIT_SCHEMAS, readFit } from '@/contracts/schemas/fit';
import {
  aimOf,
  awgToMm2,
  capacitorFor,
  type Circuit,
  type DepthInput,
  type DepthResult,
  drillSize,
  loadFor,
  nearestDrill,
  padFor,
  parseMm,
  plainNumber,
  type RingInput,
  type RingResult,
  ringFor,
  type Said,
  sayAim,
  sayCapacitor,
  sayDepth,
  sayDrill,
  sayLoad,
  sayPad,
  sayRing,
  sayWire,
  spacerFor,
  wireFor,
} from '@/core/bench';

/** One thing a tool is given. */
export interface BenchField {
  /** Its place in what the tool reads: "factory.count". */
  key: string;
  label: string;
  unit?: string;
  /** What it starts with. */
  start: string;
  choices?: [value: string, words: string][];
  /** Several numbers with commas between. */
  isList?: boolean;
}

/** What a tool draws. */
export type Drawn =
  { of: 'depth'; input: DepthInput; result: DepthResult } | { of: 'ring'; input: RingInput; result: RingResult };

/** What a tool says of what it was given. */
export interface Answer {
  said: Said;
  figures: [name: string, value: string][];
  drawn?: Drawn;
}

export interface BenchTool {
  code: string;
  name: string;
  asks: string;
  fields: BenchField[];
  /** What was measured on a door can be taken over. */
  takesDoor?: boolean;
  formula: string;
  source: string;
  /** Throws a refusal naming the field. */
  answer: (values: Record<string, unknown>) => Answer;
}

const ohm = (value: number) => `${plainNumber(value, 3)} Ω`;
const millimetres = ([a, b]: readonly [number, number]) => `${plainNumber(a)} to ${plainNumber(b)} mm`;
const length = (key: string, label: string, start: string): BenchField => ({ key, label, unit: 'mm', start });
const plain = (key: string, label: string, unit: string, start: string): BenchField => ({ key, label, unit, start });

/** The tools of the bench, in the order a fit is worked out. */
export const BENCH_TOOLS: BenchTool[] = [
  {
    code: 'depth',
    takesDoor: true,
    name: 'Depth and spacer',
    asks: 'How thick must the spacer under the speaker be?',
    fields: [
      length('toGlass', 'Face to glass', '62'),
      length('toRegulator', 'Face to regulator', ''),
      { key: 'regulator', label: 'The regulator is', start: 'beside', choices: [['beside', 'beside the magnet'], ['behind', 'behind the magnet']] }, // prettier-ignore
      length('grilleGap', 'Face to grille', '24'),
      length('tolerance', 'Door readings ±', '1'),
      length('depth', 'Speaker: mounting depth', '58'),
      length('proud', 'Speaker: stands proud', '4'),
      length('stroke', 'Speaker: cone moves out', '5'),
      length('speakerTolerance', 'Speaker readings ±', '0.5'),
      length('behind', 'Air wanted behind', '5'),
      length('front', 'Air wanted in front', '3'),
      { key: 'sheets', label: 'Sheets at hand', unit: 'mm', start: '3, 6, 9', isList: true },
    ],
    formula:
      'least = depth + air behind − face to glass (or a regulator behind), not below 0; most = face to grille − proud − stroke − air in front. Sure: both ends drawn in by both ±.',
    source: 'Sums of lengths; no source needed. Which air to leave is common practice, no source.',
    answer: (values) => {
      const input = readFit(FIT_SCHEMAS.depth, values);
      const result = spacerFor(input);
      return {
        said: sayDepth(input, result),
        figures: [['Works', millimetres(result.window)], ['Sure', millimetres(result.sure)]], // prettier-ignore
        drawn: { of: 'depth', input, result },
      };
    },
  },
  {
    code: 'ring',
    takesDoor: true,
    name: 'Ring',
    asks: 'Does the speaker go on this ring, and turned how far?',
    fields: [
      length('bore', 'Hole in the door', '142'),
      length('outside', 'Ring: outside', '184'),
      length('thickness', 'Ring: thickness', '12'),
      plain('factory.count', 'Factory holes', '', '3'),
      length('factory.circle', 'Factory: hole circle', '161'),
      plain('factory.start', 'Factory: first hole at', '°', '30'),
      plain('speaker.count', 'Speaker holes', '', '4'),
      length('speaker.circle', 'Speaker: hole circle', '156'),
      length('speaker.cutout', 'Speaker: cut-out', '141'),
      length('speaker.basket', 'Speaker: basket', '165'),
      length('screw', 'Screw holes', '4'),
      length('ligament', 'Material wanted', '3'),
    ],
    formula:
      'Distance of two holes by the law of cosines; two even patterns meet every 360°/lcm of their counts. The smallest turn that leaves the most material everywhere.',
    source: 'Plane geometry; checked in the tests against a search of every tenth of a degree.',
    answer: (values) => {
      const input = readFit(FIT_SCHEMAS.ring, values);
      const result = ringFor(input);
      return {
        said: sayRing(result),
        figures: [['Turn', `${plainNumber(result.turn, 2)}°`], ['Least material', `${plainNumber(result.leastLigament, 2)} mm`]], // prettier-ignore
        drawn: { of: 'ring', input, result },
      };
    },
  },
  {
    code: 'drill',
    name: 'Drill',
    asks: 'Which drill at hand is nearest?',
    fields: [
      { key: 'size', label: 'Hole', start: '11/64 in' },
      { key: 'sets', label: 'Sets at hand', start: 'metric', choices: [['metric', 'metric'], ['fraction', 'fractions of an inch'], ['number', 'numbers'], ['letter', 'letters'], ['metric,fraction,number,letter', 'all of them']] }, // prettier-ignore
    ],
    formula: 'The drill whose diameter differs least; of two as near, the smaller.',
    source: 'Number and letter drills after ASME B94.11M, values from memory; 1 in = 25.4 mm exactly.',
    answer: (values) => {
      const { size, sets } = readFit(FIT_SCHEMAS.drill, {
        size: String(values.size ?? ''),
        sets: String(values.sets).split(','),
      });
      const found = nearestDrill(drillSize(size!)!, sets)!;
      return { said: sayDrill(found), figures: [['Wanted', `${plainNumber(drillSize(size!)!, 3)} mm`], ['Off by', `${plainNumber(found.errorMm, 3)} mm`]] }; // prettier-ignore
    },
  },
  {
    code: 'load',
    name: 'Load',
    asks: 'What does the amplifier see?',
    fields: [
      { key: 'drivers', label: 'Drivers', unit: 'Ω', start: '4, 4', isList: true },
      { key: 'joined', label: 'Joined in', start: 'parallel', choices: [['parallel', 'parallel'], ['series', 'series']] }, // prettier-ignore
      plain('amplifierMinimum', 'Amplifier: at least', 'Ω', '2'),
    ],
    formula:
      'Series: R₁ + R₂ + …; parallel: 1 / (1/R₁ + 1/R₂ + …). A two-way set behind its own crossover is one load.',
    source: 'Ohm’s law.',
    answer: ({ drivers, joined, amplifierMinimum }) => {
      const circuit = { [String(joined)]: drivers } as unknown as Circuit;
      const input = readFit(FIT_SCHEMAS.load, { circuit, amplifierMinimum });
      const found = loadFor(input.circuit, input.amplifierMinimum);
      return { said: sayLoad(found, input.amplifierMinimum), figures: [['Load', ohm(found.ohms)]] };
    },
  },
  {
    code: 'pad',
    name: 'Level',
    asks: 'Which resistors bring a driver down?',
    fields: [plain('db', 'Level', 'dB', '-3'), plain('ohms', 'Driver', 'Ω', '4')],
    formula: 'k = 10^(dB/20); in series R(1 − k), across the driver R·k/(1 − k): the amplifier goes on seeing R.',
    source: 'The L-pad of the handbooks.',
    answer: (values) => {
      const { db, ohms } = readFit(FIT_SCHEMAS.pad, values);
      const pad = padFor(db, ohms);
      return { said: sayPad(pad), figures: [['Voltage', `× ${plainNumber(pad.voltageRatio, 3)}`], ['Power', `× ${plainNumber(pad.powerRatio, 3)}`]] }; // prettier-ignore
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
      const { ohms, hertz, series } = readFit(FIT_SCHEMAS.capacitor, values);
      const found = capacitorFor(ohms, hertz, series);
      return { said: sayCapacitor(found), figures: [['Exactly', `${plainNumber(found.farads * 1e6, 3)} µF`]] };
    },
  },
  {
    code: 'wire',
    name: 'Wire',
    asks: 'Is the wire thick enough?',
    fields: [
      { key: 'thick', label: 'Thickness', start: '2.5 mm²' },
      plain('metres', 'One way', 'm', '5'),
      plain('ohms', 'Speaker', 'Ω', '4'),
    ],
    formula:
      'There and back 2·l·ρ/A; loss 20·log₁₀((R + loop)/R); damping at most R/loop. AWG: d = 0.127 mm × 92^((36 − n)/39).',
    source: 'ρ of copper 1/58 Ω·mm²/m (IEC 60028); AWG after ASTM B258.',
    answer: ({ thick, metres, ohms }) => {
      const awg = /^(?:awg ?(\d+)|(\d+) ?awg)$/i.exec(String(thick).trim());
      const size = awg ? { awg: Number(awg[1] ?? awg[2]) } : { mm2: String(thick).replace(/ ?mm(?:²|2)?$/i, '').replace(',', '.') }; // prettier-ignore
      const input = readFit(FIT_SCHEMAS.wire, { ...size, metres, ohms });
      const mm2 = input.mm2 ?? awgToMm2(input.awg!);
      const found = wireFor(mm2, input.metres, input.ohms);
      return { said: sayWire(found), figures: [['Cross-section', `${plainNumber(mm2, 2)} mm²`], ['Loop', ohm(found.loopOhms)]] }; // prettier-ignore
    },
  },
  {
    code: 'aim',
    name: 'Aim',
    asks: 'How much treble does the angle cost?',
    fields: [
      { key: 'at', label: 'Tweeter at', unit: 'mm', start: '0, 0, 900', isList: true },
      { key: 'axis', label: 'It points', start: '1, 0, 0', isList: true },
      { key: 'ears', label: 'Ears at', unit: 'mm', start: '900, 500, 1150', isList: true },
      length('dome', 'Dome', '25'),
      plain('hertz', 'At', 'Hz', '10000'),
    ],
    formula: '2·J₁(x)/x with x = 2πf/c · (dome/2) · sin θ; c = 343 m/s. Places are rearwards, to the right, up.',
    source: 'Rigid piston in a baffle (Kinsler, Fundamentals of Acoustics, 7.4): take it as the trend.',
    answer: (values) => {
      const { at, axis, ears, dome, hertz } = readFit(FIT_SCHEMAS.aim, values);
      const found = aimOf(at, axis, ears, dome, hertz);
      return { said: sayAim(found), figures: [['Angle', `${plainNumber(found.degrees)}°`], ['Loss', `${plainNumber(found.lossDb, 2)} dB`]] }; // prettier-ignore
    },
  },
];

/** What was typed as what a tool reads: empty fields left out, lists apart, lengths in millimetres, "factory.count" inside "factory". */
export function valuesOf(fields: readonly BenchField[], typed: Record<string, string>): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  for (const { key, isList, unit } of fields) {
    const text = (typed[key] ?? '').trim();
    if (text === '') continue;
    const one = (part: string): unknown => (unit === 'mm' ? (parseMm(part) ?? numberIn(part)) : numberIn(part));
    const value = isList
      ? text
          .split(/[;,] +|[;,](?=\d+(?:[;, ]|$))|;/)
          .filter(Boolean)
          .map(one)
      : one(text);
    const [outer, inner] = key.split('.');
    if (inner) values[outer] = { ...(values[outer] as object | undefined), [inner]: value };
    else values[key] = value;
  }
  return values;
}

/** A number as it is typed, with a comma too; anything else stays what it is, to be refused by name. */
const numberIn = (text: string): unknown => {
  const plainText = text.trim().replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return /^-?(?:\d+\.?\d*|\.\d+)$/.test(plainText) ? Number(plainText) : text.trim();
};

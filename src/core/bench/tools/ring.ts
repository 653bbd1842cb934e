import { tidy } from './tidy';

/** Holes on a circle: diameters in mm, degrees from wherever 0 is on the vehicle. */
export interface HolePattern {
  count: number;
  circle: number;
  /** Where the first hole is, degrees. */
  start?: number;
}

/** An adapter ring between a door and a speaker. Diameters and thickness in mm. */
export interface RingInput {
  /** The hole in the door. */
  bore: number;
  outside: number;
  thickness: number;
  factory: HolePattern;
  speaker: { count: number; circle: number; cutout: number; basket: number };
  /** Diameter of the screws' holes. */
  screw: number;
  /** Material wanted between any two holes, and between a hole and an edge. */
  ligament: number;
}

/** What a ring cannot do, and by how many millimetres. */
export interface RingFailure {
  what:
    | 'holes'
    | 'factory-outer-edge'
    | 'factory-inner-edge'
    | 'speaker-outer-edge'
    | 'speaker-inner-edge'
    | 'bore'
    | 'basket';
  byMm: number;
}

export interface RingResult {
  fits: boolean;
  /** Degrees by which the speaker's pattern is turned: the least ligament is greatest there; of equals the smallest. */
  turn: number;
  leastLigament: number;
  fails: RingFailure[];
  /** The speaker's screws come out over the door's opening: they hold in the ring alone. */
  isHanging: boolean;
}

/**
 * Turns a speaker's hole pattern on a ring so that the least material between holes and edges is greatest. Holes of two even patterns come nearest every 360°/lcm(counts), so the greatest
 * distance is half of that away; what the edges leave does not depend on the turn, and no more turn is taken than they call for.
 */
export function ringFor({ bore, outside, factory, speaker, screw, ligament }: RingInput): RingResult {
  const isHanging = speaker.circle - screw < bore;
  const edges: [RingFailure['what'], number][] = [
    ['factory-outer-edge', (outside - factory.circle - screw) / 2],
    ['factory-inner-edge', (factory.circle - speaker.cutout - screw) / 2],
    ['speaker-outer-edge', (outside - speaker.circle - screw) / 2],
    ['speaker-inner-edge', (speaker.circle - speaker.cutout - screw) / 2],
  ];
  const edge = Math.min(...edges.map(([, left]) => left), ownSpacing(factory) - screw, ownSpacing(speaker) - screw);
  const turn = turnFor(factory, speaker, edge + screw);
  const apart = leastDistance(factory, { ...speaker, start: turn }) - screw;
  const leastLigament = tidy(Math.min(edge, apart));
  const holes = Math.min(apart, ownSpacing(factory) - screw, ownSpacing(speaker) - screw);
  const fails = [
    ...edges.filter(([, left]) => left < ligament).map(([what, left]) => ({ what, byMm: tidy(ligament - left) })),
    ...(holes < ligament ? [{ what: 'holes' as const, byMm: tidy(ligament - holes) }] : []),
    ...(speaker.cutout > bore ? [{ what: 'bore' as const, byMm: tidy(speaker.cutout - bore) }] : []),
    ...(speaker.basket > outside ? [{ what: 'basket' as const, byMm: tidy(speaker.basket - outside) }] : []),
  ];
  // A basket wider than the ring calls for a chamfer or rebate; it fits all the same.
  return { fits: fails.every(({ what }) => what === 'basket'), turn: tidy(turn), leastLigament, fails, isHanging };
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Distance of neighbouring holes of one pattern, mm; of a single hole to itself: none. */
const ownSpacing = ({ count, circle }: HolePattern) => (count < 2 ? Infinity : circle * Math.sin(Math.PI / count));

/** The least distance of the middles of holes of two patterns, mm. */
export function leastDistance(a: HolePattern, b: HolePattern): number {
  return betweenAt(a, b, offset(a, b));
}

/** Distance across an angle between two circles' points, mm (law of cosines). */
const betweenAt = (a: HolePattern, b: HolePattern, degrees: number) => {
  const [p, q] = [a.circle / 2, b.circle / 2];
  return Math.sqrt(Math.max(0, p * p + q * q - 2 * p * q * Math.cos(radians(degrees))));
};

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** Angle after which two patterns lie to one another as before, degrees. */
const period = (a: HolePattern, b: HolePattern) => (360 * gcd(a.count, b.count)) / (a.count * b.count);

/** How far the nearest holes of two patterns are apart, degrees: 0 to half a period. */
function offset(a: HolePattern, b: HolePattern): number {
  const every = period(a, b);
  const at = ((((b.start ?? 0) - (a.start ?? 0)) % every) + every) % every;
  return Math.min(at, every - at);
}

/** The smallest turn of `b` at which its holes are `wanted` mm from those of `a`, else as far as they can be. */
function turnFor(a: HolePattern, b: HolePattern, wanted: number): number {
  const every = period(a, b);
  const [p, q] = [a.circle / 2, b.circle / 2];
  const cosine = (p * p + q * q - wanted * wanted) / (2 * p * q);
  const needed = wanted <= 0 || cosine >= 1 ? 0 : cosine <= -1 ? Infinity : (Math.acos(cosine) * 180) / Math.PI;
  const reach = Math.min(needed, every / 2);
  const start = (((a.start ?? 0) % every) + every) % every;
  // Turned by t, the offset is the distance of t from the nearest of start, start − every…: good between start + reach and start + every − reach.
  const good = [start - every, start].map((from): [number, number] => [from + reach, from + every - reach]);
  const turns = good.flatMap(([from, to]) => (to < -1e-9 ? [] : [Math.max(0, from)]));
  return Math.min(...turns);
}

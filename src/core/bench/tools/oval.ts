import { tidy } from './tidy';

/** A corner of an outline, mm from its middle. */
export type Corner2 = readonly [x: number, y: number];

/** A plate that takes a round speaker in an oval place: 6×9, 5×7 and the like. Lengths and diameters in mm. */
export interface OvalInput {
  /** Over the factory flange. */
  length: number;
  width: number;
  /** How square it is: 2 is an ellipse, 2.5 what most flanges are near (common practice, no source). */
  squareness: number;
  /** An outline that was measured instead, corner by corner. */
  measured?: readonly Corner2[];
  /** The factory screws stand in a rectangle: between their middles, along the length and across. */
  screwsAlong: number;
  screwsAcross: number;
  speaker: { count: number; circle: number; cutout: number; basket: number };
  screw: number;
  ligament: number;
}

export interface OvalFailure {
  what: 'rim' | 'opening' | 'holes' | 'factory-rim' | 'factory-opening' | 'basket';
  byMm: number;
}

export interface OvalResult {
  fits: boolean;
  turn: number;
  leastLigament: number;
  fails: OvalFailure[];
  outline: Corner2[];
}

/** Corners that a smooth outline is drawn with. */
const CORNERS = 180;
/** Turns tried, degrees: fine enough for a hole of 1 mm on any plate that fits a door. */
const STEP = 0.5;

/**
 * A superellipse, the curve |x/a|ⁿ + |y/b|ⁿ = 1 (Lamé, 1818), as a polygon around (0, 0).
 * @example superellipse(230, 150, 2)[0]; // [115, 0]
 */
export function superellipse(length: number, width: number, squareness: number): Corner2[] {
  return Array.from({ length: CORNERS }, (_, n): Corner2 => {
    const angle = (2 * Math.PI * n) / CORNERS;
    const bent = (value: number) => Math.sign(value) * Math.abs(value) ** (2 / squareness);
    return [tidy((length / 2) * bent(Math.cos(angle))), tidy((width / 2) * bent(Math.sin(angle)))];
  });
}

/** What most oval speakers' openings are near (common practice, no source): between an ellipse and a rectangle. */
export const USUAL_SQUARENESS = 2.5;
/** An oval opening to be cut, around its middle, mm: wide along x, high along y. */
export const ovalOpening = (wide: number, high: number): Corner2[] => superellipse(wide, high, USUAL_SQUARENESS);

/** Distance of a point to an outline, mm; negative outside. */
export function insideBy(outline: readonly Corner2[], [x, y]: Corner2): number {
  let least = Infinity;
  let inside = false;
  outline.forEach(([ax, ay], n) => {
    const [bx, by] = outline[(n + 1) % outline.length];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
    const long = (bx - ax) ** 2 + (by - ay) ** 2;
    const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long));
    least = Math.min(least, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
  });
  return inside ? least : -least;
}

/** The factory's four holes of a plate. */
export const ovalHoles = ({ screwsAlong, screwsAcross }: OvalInput): Corner2[] =>
  [1, -1].flatMap((x) => [1, -1].map((y): Corner2 => [(x * screwsAlong) / 2, (y * screwsAcross) / 2]));

/** Holes on a circle from an angle on. */
export const holesOn = (count: number, circle: number, start: number): Corner2[] =>
  Array.from({ length: count }, (_, n): Corner2 => {
    const angle = ((start + (360 / count) * n) * Math.PI) / 180;
    return [(circle / 2) * Math.cos(angle), (circle / 2) * Math.sin(angle)];
  });

/** Turns a round speaker's holes on an oval plate so that the least material is greatest, or says what fails and by how much. Tries every half degree of one spacing. */
export function ovalFor(input: OvalInput): OvalResult {
  const { speaker, screw, ligament, measured } = input;
  const outline = measured ? [...measured] : superellipse(input.length, input.width, input.squareness);
  const factory = ovalHoles(input);
  const toHoles = (turn: number) => {
    const own = holesOn(speaker.count, speaker.circle, turn);
    return {
      rim: Math.min(...own.map((hole) => insideBy(outline, hole))) - screw / 2,
      holes: Math.min(...own.flatMap(([x, y]) => factory.map(([fx, fy]) => Math.hypot(x - fx, y - fy)))) - screw,
    };
  };
  const opening = (speaker.circle - speaker.cutout - screw) / 2;
  const own = speaker.count < 2 ? Infinity : speaker.circle * Math.sin(Math.PI / speaker.count) - screw;
  const factoryRim = Math.min(...factory.map((hole) => insideBy(outline, hole))) - screw / 2;
  const factoryOpening = Math.hypot(input.screwsAlong, input.screwsAcross) / 2 - (speaker.cutout + screw) / 2;
  const still = Math.min(opening, own, factoryRim, factoryOpening);
  let best = { turn: 0, least: -Infinity };
  for (let turn = 0; turn < 360 / speaker.count; turn += STEP) {
    const { rim, holes } = toHoles(turn);
    const least = Math.min(still, rim, holes);
    if (least > best.least + 1e-9) best = { turn, least };
  }
  const { rim, holes } = toHoles(best.turn);
  const left: [OvalFailure['what'], number][] = [
    ['rim', rim],
    ['opening', opening],
    ['holes', Math.min(holes, own)],
    ['factory-rim', factoryRim],
    ['factory-opening', factoryOpening],
  ];
  const across = Math.min(...outline.map(([x, y]) => Math.hypot(x, y))) * 2;
  const fails = [
    ...left.filter(([, mm]) => mm < ligament).map(([what, mm]): OvalFailure => ({ what, byMm: tidy(ligament - mm) })),
    ...(speaker.basket > across ? [{ what: 'basket' as const, byMm: tidy(speaker.basket - across) }] : []),
  ];
  // A frame that stands over the rim of the plate calls for a chamfer; it fits all the same.
  return {
    fits: fails.every(({ what }) => what === 'basket'),
    turn: tidy(best.turn),
    leastLigament: tidy(best.least),
    fails,
    outline,
  };
}

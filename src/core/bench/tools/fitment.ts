import { fewestSheets, spacerFor, type DepthResult, type Window } from './depth';
import { ringFor, type HolePattern, type RingFailure, type RingResult } from './ring';
import type { Standing } from './standing';
import { tidy } from './tidy';

/** A speaker of the shop's list. Diameters and lengths in mm. */
export interface Speaker {
  name: string;
  kind: 'speaker' | 'tweeter';
  /** Over its frame. */
  basket: number;
  /** The opening it needs. */
  cutout: number;
  /** Its screws: how many, on a circle of this diameter. */
  holes: number;
  circle: number;
  depth: number;
  proud: number;
  /** One way. */
  stroke: number;
  ohms: number;
  /** dB at 1 W (2.83 V where it is so given) and 1 m. */
  sensitivityDb: number;
  /** Continuous power it takes. */
  watts: number;
}

/** What was measured of a place for a speaker, mm; the same fields as a procedure's `mounts`. */
export interface Place {
  bore?: number;
  holes?: HolePattern;
  toGlass?: number;
  toRegulator?: number;
  regulator?: 'behind' | 'beside';
  grilleGap?: number;
  tolerance?: number;
}

/** How the shop fits speakers. */
export interface FitRules {
  /** Air behind the magnet and in front of the cone. */
  behind: number;
  front: number;
  sheets: readonly number[];
  /** Holes for the screws, and material between them. */
  screw: number;
  ligament: number;
  /** The least a ring can be made of. */
  ringLeast: number;
  amplifierMinimum: number;
}

/** Common practice, no source. */
export const FIT_RULES: FitRules = {
  behind: 5,
  front: 2,
  sheets: [3, 6, 9, 12, 18],
  screw: 4,
  ligament: 4,
  ringLeast: 6,
  amplifierMinimum: 4,
};

/** As it is, on sheets, on a ring, not at all, or not to be told before it is measured. */
export type Verdict = 'as-is' | 'spacer' | 'ring' | 'never' | 'unmeasured';
/** What stands in the way, and by how much; `measure` names what nobody has measured. */
export type Obstacle =
  | { what: 'depth' | 'ring-too-thick' | 'frame' | RingFailure['what']; byMm: number }
  | { what: 'measure'; field: string };

export interface Fitment {
  verdict: Verdict;
  standing: Standing;
  /** Sheets under it, thick ones first. */
  stack: number[];
  thickness: number;
  /** How far that is from the end of what surely works, mm; negative where it works only if every reading is exact. */
  marginMm: number;
  ring: (RingResult & { outside: number }) | null;
  obstacles: Obstacle[];
  /** Whether the amplifier may drive it. */
  loadOk: boolean;
}

/** Two patterns are the same where their circles differ by no more than the play of the holes, mm (common practice, no source). */
const PLAY_MM = 1;

/**
 * Whether a speaker goes into a place: by depth, opening and screws, with the least done to the car. A ring takes over where the screws do not match or the frame does not
 * cover the opening.
 * @param on says that it goes on a ring, or straight on the door, whatever the screws say.
 */
export function fitmentOf(
  place: Place,
  speaker: Speaker,
  rules: FitRules = FIT_RULES,
  on: 'ring' | 'door' | null = null,
): Fitment {
  const unknown = (['toGlass', 'grilleGap', 'bore'] as const).filter((field) => place[field] === undefined);
  const loadOk = speaker.ohms >= rules.amplifierMinimum - 1e-9;
  if (unknown.length)
    return {
      ...NOT,
      verdict: 'unmeasured',
      loadOk,
      obstacles: unknown.map((field) => ({ what: 'measure', field })),
    };
  const known = place as Required<Pick<Place, 'toGlass' | 'grilleGap' | 'bore'>> & Place;
  const depth = spacerFor({
    toGlass: known.toGlass,
    toRegulator: known.toRegulator,
    regulator: known.regulator,
    grilleGap: known.grilleGap,
    depth: speaker.depth,
    proud: speaker.proud,
    stroke: speaker.stroke,
    tolerance: place.tolerance ?? 1,
    speakerTolerance: 0,
    behind: rules.behind,
    front: rules.front,
    sheets: rules.sheets,
  });
  if (!depth.fits) return { ...NOT, loadOk, obstacles: [{ what: 'depth', byMm: depth.shortBy }] };
  if (speaker.cutout > known.bore + 1e-9)
    return { ...NOT, loadOk, obstacles: [{ what: 'bore', byMm: tidy(speaker.cutout - known.bore) }] };
  if (on === 'door' && speaker.basket <= known.bore)
    return { ...NOT, loadOk, obstacles: [{ what: 'frame', byMm: tidy(known.bore - speaker.basket) }] };
  return (on ? on === 'ring' : needsRing(known, speaker))
    ? onRing(known, speaker, depth, rules, loadOk)
    : {
        ...stacked(depth.stack ?? [], depth),
        verdict: depth.stack?.length === 0 ? 'as-is' : 'spacer',
        ring: null,
        obstacles: [],
        loadOk,
      };
}

const NOT: Fitment = {
  verdict: 'never',
  standing: 'no',
  stack: [],
  thickness: 0,
  marginMm: 0,
  ring: null,
  obstacles: [],
  loadOk: true,
};

/** Whether a speaker's screws meet the holes that are there; undefined where that cannot be told. */
export function screwsMeet(
  holes: Partial<HolePattern> | undefined,
  speaker: Partial<Pick<Speaker, 'holes' | 'circle'>>,
): boolean | undefined {
  if (holes?.count === undefined || speaker.holes === undefined) return undefined;
  if (holes.count !== speaker.holes) return false;
  if (holes.circle === undefined || speaker.circle === undefined) return undefined;
  return Math.abs(holes.circle - speaker.circle) <= PLAY_MM;
}

/** Its screws meet the holes that are there, and its frame covers the opening. */
const needsRing = ({ bore, holes }: { bore: number; holes?: HolePattern }, speaker: Speaker) =>
  !screwsMeet(holes, speaker) || speaker.basket <= bore;

function onRing(
  place: { bore: number; holes?: HolePattern },
  speaker: Speaker,
  depth: DepthResult,
  rules: FitRules,
  loadOk: boolean,
): Fitment {
  const { stack, window } = depth;
  const thick = stackOf(rules.sheets, depth, rules.ringLeast) ?? (sum(stack ?? []) >= rules.ringLeast ? stack : null);
  if (!thick)
    return {
      ...NOT,
      loadOk,
      obstacles: [{ what: 'ring-too-thick', byMm: tidy(Math.max(0, rules.ringLeast - window[1])) }],
    };
  const factory = place.holes ?? { count: speaker.holes, circle: tidy(Math.max(place.bore, speaker.basket) + 14) };
  const rim = 2 * rules.ligament + rules.screw;
  const outside = tidy(Math.max(speaker.basket, factory.circle + rim, speaker.circle + rim));
  const ring = ringFor({
    bore: place.bore,
    outside,
    thickness: sum(thick),
    factory,
    speaker: { count: speaker.holes, circle: speaker.circle, cutout: speaker.cutout, basket: speaker.basket },
    screw: rules.screw,
    ligament: rules.ligament,
  });
  if (!ring.fits) return { ...NOT, loadOk, obstacles: ring.fails };
  return { ...stacked(thick, depth), verdict: 'ring', ring: { ...ring, outside }, obstacles: [], loadOk };
}

/** Sheets for a ring that is at least so thick, nearest the middle of what is sure. */
function stackOf(sheets: readonly number[], { window, sure }: DepthResult, least: number): number[] | null {
  const within = ([from, to]: Window) => {
    const thick = Math.max(from, least);
    return fewestSheets(sheets, [thick, to], (thick + to) / 2);
  };
  return within(sure) ?? within(window);
}

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

function stacked(stack: number[], { sure }: DepthResult) {
  const thickness = tidy(sum(stack));
  // What is sure begins at 0 where a spacer is not needed at all: that end is no limit.
  const marginMm = tidy(Math.min(sure[0] > 0 ? thickness - sure[0] : Infinity, sure[1] - thickness));
  return { stack, thickness, marginMm, standing: (marginMm >= 0 ? 'sure' : 'exact') as Standing };
}

const RANK: Record<Verdict, number> = { 'as-is': 0, spacer: 1, ring: 2, unmeasured: 3, never: 4 };

/** What works before what does not; of what works what the amplifier may drive first, then the larger margin. */
export const betterFit = (a: Fitment, b: Fitment): number =>
  Number(RANK[a.verdict] > 2) - Number(RANK[b.verdict] > 2) ||
  Number(b.loadOk) - Number(a.loadOk) ||
  Number(a.standing === 'exact') - Number(b.standing === 'exact') ||
  b.marginMm - a.marginMm ||
  RANK[a.verdict] - RANK[b.verdict];

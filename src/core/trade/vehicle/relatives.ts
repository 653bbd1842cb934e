import { type Applicability, type Vehicle, applicabilityWords } from './applies';
import { oppositeSide, type Side } from './sides';
import { findZone, zoneName } from './zones';

/** What is known of a procedure when looking for one that may help with a vehicle. */
export interface Candidate {
  id: string;
  title: string;
  zone: string;
  side: Side;
  ranges: Applicability[];
}

/** A procedure for a vehicle. `verified` is true only where it was recorded for exactly this vehicle's range, zone and side. */
export interface Relative {
  id: string;
  verified: boolean;
  /** Smaller is nearer; 0 is exact. */
  distance: number;
  /** What is different, in trade words. */
  differs: string[];
  /** What the vehicle's details do not tell. */
  unknown: string[];
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
/** "Kite" and "Kite Estate" are one family: one name begins with the other. */
const isFamily = (a: string, b: string) => {
  const [x, y] = [a.trim().toLowerCase(), b.trim().toLowerCase()];
  return x === y || x.startsWith(`${y} `) || y.startsWith(`${x} `);
};

/**
 * How near a procedure recorded for one range is to a vehicle; null where it is of another make or has nothing in common. Weights are an order of trust (common
 * practice, no source): the same range, the mirrored side, neighbouring years, another body, a sister zone, a sister model.
 */
function compareRange(range: Applicability, vehicle: Vehicle): Omit<Relative, 'id' | 'verified'> | null {
  if (!same(range.make, vehicle.make)) return null;
  const result: Omit<Relative, 'id' | 'verified'> = { distance: 0, differs: [], unknown: [] };
  const differ = (distance: number, words: string) => {
    result.distance += distance;
    result.differs.push(words);
  };
  if (!same(range.model, vehicle.model)) {
    if (isFamily(range.model, vehicle.model)) differ(4, `recorded on a ${range.make} ${range.model}`);
    else differ(20, `another model of the same make: ${applicabilityWords(range)}`);
  }
  const apart = yearsApart(range, vehicle.year);
  if (apart === null) result.unknown.push('the model year');
  else if (apart > 0)
    differ(2 + apart, `${apart} model ${apart === 1 ? 'year' : 'years'} outside ${applicabilityWords(range)}`);
  if (range.body && vehicle.body && !same(range.body, vehicle.body))
    differ(3, `body ${range.body} instead of ${vehicle.body}`);
  else if (range.body && !vehicle.body) result.unknown.push('the body');
  const [a, b] = [range.steering ?? 'any', vehicle.steering ?? 'any'];
  if (a !== 'any' && b !== 'any' && a !== b) differ(2, `recorded with the wheel on the ${a}`);
  else if (a !== 'any' && b === 'any') result.unknown.push('the steering side');
  return result;
}

/** Years between a range and a year; 0 inside, null where the vehicle's year is not known. */
function yearsApart({ from, to }: Applicability, year: number | undefined): number | null {
  if (year === undefined) return from === undefined && to === undefined ? 0 : null;
  if (from !== undefined && year < from) return from - year;
  return to !== undefined && year > to ? year - to : 0;
}

/** Zones that are built alike. */
const SISTERS = [
  ['front-door', 'rear-door', 'sliding-door'],
  ['a-pillar', 'b-pillar', 'c-pillar'],
  ['load-side', 'rear-quarter'],
];
const areSisters = (a: string, b: string) => SISTERS.some((group) => group.includes(a) && group.includes(b));

/**
 * Ranks procedures for a vehicle, and for one zone and side where these are asked for: exact ones first, then relatives with what differs and what is unknown. Ties by
 * id. Procedures of other makes are left out; so are other zones that are not built alike.
 */
export function rankFor(
  vehicle: Vehicle,
  candidates: Candidate[],
  wanted: { zone?: string; side?: Side } = {},
): Relative[] {
  const ranked = candidates.flatMap((candidate): Relative[] => {
    const best = candidate.ranges
      .map((range) => compareRange(range, vehicle))
      .filter((one) => one !== null)
      .sort((a, b) => a.distance - b.distance)[0];
    if (!best) return [];
    const { differs, unknown } = best;
    let { distance } = best;
    const all = [...differs];
    if (wanted.zone && candidate.zone !== wanted.zone) {
      if (!areSisters(candidate.zone, wanted.zone)) return [];
      distance += 8;
      all.push(`a ${zoneName(candidate.zone)}, not a ${zoneName(wanted.zone)}`);
    }
    if (wanted.side && candidate.side === oppositeSide(wanted.side) && findZone(candidate.zone)?.sided) {
      distance += 1;
      all.push(`recorded on the ${candidate.side}, to be mirrored: look for extra switches and plugs`);
    }
    return [{ id: candidate.id, verified: distance === 0 && unknown.length === 0, distance, differs: all, unknown }];
  });
  return ranked.sort(
    (a, b) => a.distance - b.distance || a.unknown.length - b.unknown.length || (a.id < b.id ? -1 : 1),
  );
}

/** Whether a procedure was recorded for exactly this vehicle: nothing differs. What the vehicle does not state is `unknown`, not different. */
export function verifyFor(
  vehicle: Vehicle,
  ranges: Applicability[],
): Pick<Relative, 'differs' | 'unknown' | 'verified'> {
  const [best] = rankFor(vehicle, [{ id: '', title: '', zone: '', side: 'centre', ranges }]);
  if (!best)
    return { verified: false, differs: [`recorded for ${ranges.map(applicabilityWords).join(', ')}`], unknown: [] };
  return { verified: best.verified, differs: best.differs, unknown: best.unknown };
}

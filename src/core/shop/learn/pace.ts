import type { Pace } from './times';

/** How long a finished run took: what times are learned from. */
export interface TimedRun {
  /** What it followed; several together count as a procedure of their own. */
  procedure: string;
  person: string;
  /** Seconds it took against the catalogue's, above 0. */
  ratio: number;
}

/** What the shop's runs say of how long things take. */
export interface Paces {
  /** The shop as a whole. */
  shop: Pace;
  /** By procedure, for whoever of the shop does it next. */
  procedures: Record<string, Pace>;
  /** Each person against the shop: 1.2 takes a fifth longer. */
  people: Record<string, number>;
  /** Share of the time that is left at each doubling of how often somebody has done it; 0.9 is a tenth less. */
  doubling: number;
  /** How often each person has done each procedure: "person/procedure". */
  done: Record<string, number>;
}

/** Runs that what was known before counts as: the standard times for the shop, the shop for a procedure, and for a person. */
const [SHOP_WEIGHT, PROCEDURE_WEIGHT, PERSON_WEIGHT] = [8, 6, 6];
/** Runs that the usual slope of the learning curve counts as: nine tenths of the time at each doubling (Wright, Factors affecting the cost of airplanes, 1936, had eight tenths). */
const [SLOPE_WEIGHT, USUAL_SLOPE] = [12, -Math.log(0.9)];
/** Beyond so many times nobody gets faster. */
const MOST_DOUBLINGS = 5;
/** Rounds of fitting one thing after another. */
const ROUNDS = 12;
/** Runs that all other procedures' spread counts as beside a procedure's own. */
const SPREAD_WEIGHT = 4;
/** A spread to begin with, standard deviation of ln (common practice, no source), and runs it counts as. */
const [FIRST_SPREAD, FIRST_WEIGHT] = [0.35, 3];
/** Points that the first spread is looked at in. */
const NORMAL_POINTS = [-1.6449, -1.0364, -0.6745, -0.3853, -0.1257, 0.1257, 0.3853, 0.6745, 1.0364, 1.6449];
/** The level of a safe time. */
const LEVEL = 0.8;

/**
 * What runs teach, oldest first: ln of each ratio is taken as procedure + person − slope · log2(how often they had done it), plus what is left, whatever its shape. The parts are
 * fitted one after another by medians, each shrunk towards what was known before, the slope by least squares (backfitting; Hastie, Tibshirani, Generalized Additive Models, 1990). The safe
 * time is the quantile of what is left, over all who might do it next: heavy tails stay in it.
 */
export function pacesOf(runs: readonly TimedRun[]): Paces {
  const done = new Map<string, number>();
  const data = runs
    .filter(({ ratio }) => ratio > 0)
    .map(({ procedure, person, ratio }) => {
      const key = `${person}/${procedure}`;
      const before = done.get(key) ?? 0;
      done.set(key, before + 1);
      return { procedure, person, ln: Math.log(ratio), doublings: doublingsOf(before) };
    });
  const fit = fitParts(data);
  const left = data.map((one) => ({ procedure: one.procedure, rest: one.ln - fit.of(one) }));
  const people = [...new Set(data.map(({ person }) => person))];
  const procedures = [...new Set(data.map(({ procedure }) => procedure))];
  const share = new Map(people.map((one) => [one, data.filter(({ person }) => person === one).length / data.length]));
  const paceFor = (procedure: string | null): Pace => {
    const next = people.map((person) => ({
      weight: share.get(person)!,
      at: fit.of({ procedure, person, doublings: doublingsOf(done.get(`${person}/${procedure}`) ?? 0) }),
    }));
    const centres = next.length ? next : [{ weight: 1, at: fit.shop }];
    return {
      likely: Math.exp(quantile(spreadOf(left, procedure), centres, 0.5)),
      safe: data.length ? Math.exp(quantile(spreadOf(left, procedure), centres, LEVEL)) : null,
    };
  };
  return {
    shop: paceFor(null),
    procedures: Object.fromEntries(procedures.map((one) => [one, paceFor(one)])),
    people: Object.fromEntries(people.map((one) => [one, Math.exp(fit.people.get(one) ?? 0)])),
    doubling: Math.exp(-fit.slope),
    done: Object.fromEntries(done),
  };
}

const doublingsOf = (before: number) => Math.min(MOST_DOUBLINGS, Math.log2(before + 1));

interface Datum {
  procedure: string;
  person: string;
  ln: number;
  doublings: number;
}

function fitParts(data: readonly Datum[]) {
  const procedures = new Map<string, number>();
  const people = new Map<string, number>();
  let [shop, slope] = [0, USUAL_SLOPE];
  const of = ({ procedure, person, doublings }: Omit<Datum, 'procedure' | 'ln'> & { procedure: string | null }) =>
    shop + (procedure === null ? 0 : (procedures.get(procedure) ?? 0)) + (people.get(person) ?? 0) - slope * doublings;
  for (let round = 0; round < ROUNDS && data.length > 0; round += 1) {
    const rests = (add: (one: Datum) => number) => data.map((one) => one.ln - of(one) + add(one));
    shop = shrunk(
      rests(() => shop),
      SHOP_WEIGHT,
    );
    const byProcedure = grouped(
      data,
      rests((one) => procedures.get(one.procedure) ?? 0),
      ({ procedure }) => procedure,
    );
    for (const [one, values] of byProcedure) procedures.set(one, shrunk(values, PROCEDURE_WEIGHT));
    const byPerson = grouped(
      data,
      rests((one) => people.get(one.person) ?? 0),
      ({ person }) => person,
    );
    for (const [one, values] of byPerson) people.set(one, shrunk(values, PERSON_WEIGHT));
    slope = slopeOf(
      data,
      rests((one) => -slope * one.doublings),
    );
  }
  return { shop, people, slope, of };
}

/** The slope by least squares through what the rest leaves to it, towards the usual one; never slower by doing more. */
function slopeOf(data: readonly Datum[], rests: readonly number[]): number {
  let [cross, square] = [-USUAL_SLOPE * SLOPE_WEIGHT, SLOPE_WEIGHT];
  data.forEach(({ doublings }, n) => {
    cross += rests[n] * doublings;
    square += doublings * doublings;
  });
  return Math.max(0, -cross / square);
}

function grouped(
  data: readonly Datum[],
  values: readonly number[],
  key: (one: Datum) => string,
): Map<string, number[]> {
  const groups = new Map<string, number[]>();
  data.forEach((one, n) => {
    const known = groups.get(key(one));
    if (known) known.push(values[n]);
    else groups.set(key(one), [values[n]]);
  });
  return groups;
}

/** The median, shrunk towards 0 as if that were so many runs. */
function shrunk(values: readonly number[], weight: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = (sorted[Math.floor((sorted.length - 1) / 2)] + sorted[Math.floor(sorted.length / 2)]) / 2;
  return middle * (values.length / (values.length + weight));
}

/** What is left over of runs, weighted: a procedure's own in full, all others as so many runs, a usual spread as a few. */
function spreadOf(left: readonly { procedure: string; rest: number }[], procedure: string | null): Spread {
  const own = left.filter((one) => procedure === null || one.procedure === procedure);
  const others = procedure === null ? [] : left.filter((one) => one.procedure !== procedure);
  const otherWeight = Math.min(SPREAD_WEIGHT, others.length) / Math.max(1, others.length);
  const firstWeight = Math.max(0, FIRST_WEIGHT - 0.1 * own.length) / NORMAL_POINTS.length;
  const rests = [
    ...own.map(({ rest }) => ({ at: rest, weight: 1 })),
    ...others.map(({ rest }) => ({ at: rest, weight: otherWeight })),
    ...NORMAL_POINTS.map((z) => ({ at: z * FIRST_SPREAD, weight: firstWeight })),
  ];
  return { rests, own: own.length };
}

/** What runs left over, and how many of it were a procedure's own. */
interface Spread {
  rests: Weighted[];
  own: number;
}
interface Weighted {
  at: number;
  weight: number;
}

/**
 * The value that the next one stays below with a chance of `level`. Each that was seen stands in the middle of its weight (Hazen's plotting position), between two it is interpolated; the
 * k-th of n is passed with 1 − k/(n + 1) (David, Nagaraja, Order Statistics, 2003), so that far of the middle is looked for a little further out, as far as the spread was seen and not supposed.
 */
function quantile({ rests, own }: Spread, centres: readonly Weighted[], level: number): number {
  const all = rests
    .flatMap((rest) => centres.map((centre) => ({ at: rest.at + centre.at, weight: rest.weight * centre.weight })))
    .sort((a, b) => a.at - b.at);
  const seen = rests.reduce((sum, { weight }) => sum + weight, 0);
  const total = all.reduce((sum, { weight }) => sum + weight, 0);
  const wanted = (level + ((level - 0.5) * own) / (seen * seen)) * total;
  let sum = 0;
  let last: { at: number; middle: number } | null = null;
  for (const { at, weight } of all) {
    const middle = sum + weight / 2;
    if (middle >= wanted)
      return last ? last.at + (at - last.at) * ((wanted - last.middle) / (middle - last.middle)) : at;
    last = { at, middle };
    sum += weight;
  }
  return last?.at ?? 0;
}

/** Hands (or bays) that each do one thing at a time: from when each is free, and how long each job keeps each of them; Infinity where it cannot be done there. */
export interface Machines {
  freeFrom: readonly number[];
  /** By job, then machine. */
  seconds: readonly (readonly number[])[];
}

/** Steps that time is cut into at most: lengths are rounded down to them and due times up, so that the bound stays one. */
const MOST_STEPS = 480;
const ROUNDS = 160;
/** Rounds without a better bound after which smaller strides are made. */
const PATIENCE = 8;

/**
 * The most jobs that can be done in time, bounded from above by Lagrangean relaxation: that a job is done once only is given a price, each machine then
 * takes by itself what pays best (a knapsack in order of due times; Lawler and Moore, Management Science 16, 1969), and the prices are bettered by
 * subgradient steps (Held, Wolfe, Crowder, Mathematical Programming 6, 1974). Jobs that are not there from the start are taken as if they were.
 * @param due by job, ascending
 * @param kept what is known to be possible: the search for prices ends where they meet it
 */
export function priceBound(due: readonly number[], { freeFrom, seconds }: Machines, kept: number): number {
  const n = due.length;
  if (n === 0 || freeFrom.length === 0) return 0;
  const unit = Math.max(1, Math.ceil(due[n - 1] / MOST_STEPS));
  const dueSteps = due.map((at) => Math.ceil(at / unit));
  const alike = new Map<string, { machine: Machine; count: number }>();
  freeFrom.forEach((from, m) => {
    const lengths = seconds.map((row) => (Number.isFinite(row[m]) ? Math.floor(row[m] / unit) : -1));
    const key = `${Math.floor(from / unit)}|${lengths.join()}`;
    const known = alike.get(key);
    if (known) known.count += 1;
    else alike.set(key, { machine: { from: Math.floor(from / unit), lengths }, count: 1 });
  });
  let prices: number[] = new Array<number>(n).fill(0.5);
  let [best, stride, waited] = [Infinity, 1, 0];
  for (let round = 0; round < ROUNDS; round += 1) {
    let bound = prices.reduce((sum, price) => sum + price, 0);
    const times = new Array<number>(n).fill(0);
    for (const { machine, count } of alike.values()) {
      const { value, taken } = bestLoad(machine, dueSteps, prices);
      bound += count * value;
      for (const job of taken) times[job] += count;
    }
    waited = bound < best - 1e-6 ? 0 : waited + 1;
    best = Math.min(best, bound);
    if (Math.floor(best + 1e-6) <= kept) break;
    if (waited > PATIENCE) [stride, waited] = [stride / 2, 0];
    const slope = times.map((count) => 1 - count);
    const steep = slope.reduce((sum, one) => sum + one * one, 0);
    if (steep === 0) break;
    const step = (stride * Math.max(0.05, bound - kept)) / steep;
    prices = prices.map((price, job) => Math.max(0, price - step * slope[job]));
  }
  return Math.min(n, Math.floor(best + 1e-6));
}

interface Machine {
  from: number;
  /** By job; −1 where it cannot be done here. */
  lengths: readonly number[];
}

/** What pays best on one machine: a job brings 1 less its price, and must end when it is due. */
function bestLoad(
  { from, lengths }: Machine,
  due: readonly number[],
  prices: readonly number[],
): { value: number; taken: number[] } {
  const end = due[due.length - 1];
  const value = new Float64Array(end + 1).fill(-Infinity).fill(0, Math.min(end + 1, from));
  const isTaken = due.map((at, job) => {
    const gain = 1 - prices[job];
    const length = lengths[job];
    if (length < 0 || gain <= 0) return null;
    const taken = new Uint8Array(end + 1);
    for (let t = at; t >= from + length; t -= 1) {
      const with_ = value[t - length] + gain;
      if (with_ > value[t]) [value[t], taken[t]] = [with_, 1];
    }
    // Later is never worse; where a later time only repeats an earlier one, that one is gone back to.
    for (let t = at + 1; t <= end; t += 1) if (value[t - 1] > value[t]) [value[t], taken[t]] = [value[t - 1], 2];
    return taken;
  });
  if (from > end) return { value: 0, taken: [] };
  const taken: number[] = [];
  for (let [job, t] = [due.length - 1, end]; job >= 0; job -= 1) {
    const row = isTaken[job];
    if (!row) continue;
    while (row[t] === 2) t -= 1;
    if (row[t] === 1) {
      taken.push(job);
      t -= lengths[job];
    }
  }
  return { value: value[end], taken };
}

import { logGamma, type BreakChance, type BreakRecord } from './breakage';

/** Steps of the grid over the mean (in log-odds) and over the agreement of cars (in ln of a + b). */
const [MEAN_STEPS, AGREE_STEPS] = [41, 21];
/** How far the mean may lie from what was thought before, log-odds, and how far the agreement, ln; standard deviations (common practice, no source). */
const KIND_SPREAD: Spread = { mean: 1, agree: 0.8 };
/** A procedure lies nearer to its kind than a kind to the catalogue. */
const PROCEDURE_SPREAD: Spread = { mean: 0.6, agree: 0.5 };
/** Standard deviations that the grid reaches. */
const REACH = 3.2;
/** Cars agree at least and at most so much, a + b. */
const [LEAST_AGREE, MOST_AGREE] = [0.5, 400];

interface Spread {
  mean: number;
  agree: number;
}

/**
 * The chance of one piece breaking on the next car, fitted between jobs: every car has its own chance out of one Beta, whose mean and agreement are weighed on a grid by what the
 * jobs say (beta-binomial likelihood; Gelman et al., Bayesian Data Analysis, 3rd ed., 5.3) and by what was thought before. What comes out is the Beta with the mean and variance of
 * that chance, so the doubt about the fit is in it. With no jobs it is nearly the prior. O(grid × different records).
 */
export function fitBetween(jobs: readonly BreakRecord[], prior: BreakChance, of: 'kind' | 'procedure'): BreakChance {
  const spread = of === 'kind' ? KIND_SPREAD : PROCEDURE_SPREAD;
  const records = countAlike(jobs);
  const centre = Math.log(prior.a / prior.b);
  const agree = Math.log(prior.a + prior.b);
  let [weights, mean, square] = [0, 0, 0];
  const points: { p: number; s: number; ln: number }[] = [];
  for (let i = 0; i < MEAN_STEPS; i += 1)
    for (let j = 0; j < AGREE_STEPS; j += 1) {
      const [u, v] = [(2 * i) / (MEAN_STEPS - 1) - 1, (2 * j) / (AGREE_STEPS - 1) - 1].map((one) => one * REACH);
      const p = 1 / (1 + Math.exp(-(centre + u * spread.mean)));
      const s = Math.min(MOST_AGREE, Math.max(LEAST_AGREE, Math.exp(agree + v * spread.agree)));
      points.push({ p, s, ln: -(u * u + v * v) / 2 + logLikelihood(records, p * s, (1 - p) * s) });
    }
  const most = points.reduce((top, { ln }) => Math.max(top, ln), -Infinity);
  for (const { p, s, ln } of points) {
    const weight = Math.exp(ln - most);
    weights += weight;
    mean += weight * p;
    square += weight * ((p * (1 - p)) / (s + 1) + p * p);
  }
  mean /= weights;
  const variance = square / weights - mean * mean;
  const sum = (mean * (1 - mean)) / variance - 1;
  return { a: mean * sum, b: (1 - mean) * sum };
}

/** ln of the chance of records under Beta(a, b), each car with its own share; what does not depend on a and b is left out. */
function logLikelihood(
  records: readonly { out: number; broken: number; times: number }[],
  a: number,
  b: number,
): number {
  let sum = 0;
  for (const { out, broken, times } of records)
    sum +=
      times *
      (logGamma(broken + a) -
        logGamma(a) +
        logGamma(out - broken + b) -
        logGamma(b) -
        logGamma(out + a + b) +
        logGamma(a + b));
  return sum;
}

function countAlike(jobs: readonly BreakRecord[]): { out: number; broken: number; times: number }[] {
  const alike = new Map<string, { out: number; broken: number; times: number }>();
  for (const { out, broken } of jobs) {
    if (out <= 0) continue;
    const key = `${out} ${broken}`;
    const known = alike.get(key);
    if (known) known.times += 1;
    else alike.set(key, { out, broken: Math.min(out, broken), times: 1 });
  }
  return [...alike.values()];
}

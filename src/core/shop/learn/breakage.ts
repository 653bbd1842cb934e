/** Chance of one piece breaking, as Beta(a, b): mean a / (a + b). */
export interface BreakChance {
  a: number;
  b: number;
}

/** Pieces that came out, and how many of them broke. */
export interface BreakRecord {
  out: number;
  broken: number;
}

/** ln Γ(x) for x > 0 by Lanczos' approximation (g = 7, n = 9; Numerical Recipes, 3rd ed., 6.1); relative error below 1e-13. */
export function logGamma(x: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const t = x + 6.5;
  const sum = c.slice(1).reduce((total, value, at) => total + value / (x + at), c[0]);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

const logBeta = (a: number, b: number) => logGamma(a) + logGamma(b) - logGamma(a + b);

/** Probability that exactly `broken` of `pieces` break: the beta-binomial distribution. Zero outside 0…pieces. */
export function breakProbability(pieces: number, broken: number, { a, b }: BreakChance): number {
  if (broken < 0 || broken > pieces) return 0;
  const choose = logGamma(pieces + 1) - logGamma(broken + 1) - logGamma(pieces - broken + 1);
  return Math.exp(choose + logBeta(broken + a, pieces - broken + b) - logBeta(a, b));
}

/** The smallest number of spares with which P(enough) ≥ `level` (0…1) when `pieces` come out. */
export function sparesFor(pieces: number, chance: BreakChance, level: number): number {
  let sum = 0;
  for (let spares = 0; spares < pieces; spares += 1) {
    sum += breakProbability(pieces, spares, chance);
    if (sum >= level - 1e-12) return spares;
  }
  return pieces;
}

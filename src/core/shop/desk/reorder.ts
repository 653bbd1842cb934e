/** What is known of an item on the shelf. */
export interface Shelf {
  /** Pieces there; below zero where more was taken than was ever put in. */
  count: number;
  /** Pieces that open runs will need. */
  reserved: number;
  /** Pieces that are ordered and not here yet. */
  coming: number;
  /** Taken a day, over the time that is looked back on. */
  perDay: number;
  /** Days from ordering to having it. */
  leadDays: number;
  /** Never fewer than this on the shelf. */
  minimum: number;
}

/** What to order of an item. */
export interface Reorder {
  /** Pieces there, or on their way, that nobody will need for certain. */
  free: number;
  /** Below this it is ordered. */
  point: number;
  order: number;
}

/** Days that an order is to last (common practice, no source). */
const LASTS_DAYS = 28;

/**
 * The smallest n with P(X ≤ n) ≥ level for a Poisson number of mean `mean`, summed term by term; for a mean above 500 the normal limit with continuity correction.
 * @param level 0…1, below 1
 * @example poissonQuantile(2, 0.95); // 5
 */
export function poissonQuantile(mean: number, level: number): number {
  if (!(mean > 0)) return 0;
  if (mean > 500) return Math.ceil(mean + normalQuantile(level) * Math.sqrt(mean) - 0.5);
  let n = 0;
  let term = Math.exp(-mean);
  for (let sum = term; sum < level && n < 5000; sum += term) {
    n += 1;
    term *= mean / n;
  }
  return n;
}

/** Points of the standard normal distribution for the levels that are asked for, by bisection on the error function (Abramowitz and Stegun 7.1.26). */
function normalQuantile(level: number): number {
  let [low, high] = [-8, 8];
  for (let n = 0; n < 60; n += 1) {
    const middle = (low + high) / 2;
    if (normalShare(middle) < level) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
function normalShare(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const erf = 1 - poly * Math.exp(-x * x);
  return z < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
}

/** What to order so that the shelf does not run out before it comes, with the shop's level of certainty: what is free against what may be taken meanwhile. */
export function reorderOf({ count, reserved, coming, perDay, leadDays, minimum }: Shelf, level: number): Reorder {
  const free = count + coming - reserved;
  const point = Math.max(minimum, poissonQuantile(perDay * leadDays, level));
  if (free >= point && free >= 0) return { free, point, order: 0 };
  const upTo = Math.max(point, minimum) + Math.ceil(perDay * LASTS_DAYS);
  return { free, point, order: Math.max(1, upTo - free) };
}

/** An item with what it is ordered by, and the name of those that stand in for each other. */
export interface Stocked extends Reorder {
  kind: string;
  anyOf: string;
}

/**
 * Orders once items that stand in for each other help out: what one has above its point covers what another lacks, in the order of their kinds. Never
 * orders more than without.
 */
export function withSubstitutes<T extends Stocked>(items: readonly T[]): (T & { covered: number })[] {
  const spare = new Map<string, number>();
  for (const { anyOf, free, point } of items)
    if (anyOf) spare.set(anyOf, (spare.get(anyOf) ?? 0) + Math.max(0, free - point));
  const covered = new Map<string, number>();
  const wanting = items.filter(({ anyOf, order }) => anyOf && order > 0).sort((a, b) => (a.kind < b.kind ? -1 : 1));
  for (const { kind, anyOf, free, point } of wanting) {
    const there = spare.get(anyOf) ?? 0;
    const lacking = point - free;
    if (there < lacking) continue;
    covered.set(kind, Math.max(0, lacking));
    spare.set(anyOf, there - Math.max(0, lacking));
  }
  return items.map((item) => ({
    ...item,
    covered: covered.get(item.kind) ?? 0,
    order: covered.has(item.kind) ? 0 : item.order,
  }));
}

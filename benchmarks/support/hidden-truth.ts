/*
 * What is really so in a made-up shop, hidden from what learns: how fast whose hands are, what practice does, how times spread, and how differently cars break. It imports nothing of
 * what it is held against. Its figures are invented.
 */

type Random = () => number;

/** A standard normal deviate by Box and Muller's transform (Ann. Math. Stat. 29, 1958). */
const normal = (random: Random) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A deviate of Student's t with four degrees of freedom: tails far heavier than a normal's. */
function heavy(random: Random): number {
  const square = [1, 2, 3, 4].reduce((sum) => sum + normal(random) ** 2, 0);
  return normal(random) / Math.sqrt(square / 4);
}

/** A gamma deviate (Marsaglia, Tsang, ACM Transactions on Mathematical Software 26, 2000; below 1 by a power of a uniform one). */
function gamma(random: Random, shape: number): number {
  if (shape < 1) return gamma(random, shape + 1) * random() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(random()) < (x * x) / 2 + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** How a kind of work really goes in one shop. */
interface TrueWork {
  /** Median against the catalogue, of ln. */
  level: number;
  /** Share of clips that break, over all cars, and how alike cars are. */
  breaks: number;
  alike: number;
}

/** One shop as it really is. */
export class HiddenTruth {
  private readonly works: TrueWork[];
  private readonly hands: number[];
  private readonly slope: number;
  private readonly done = new Map<string, number>();

  constructor(
    private readonly random: Random,
    { works, people }: { works: number; people: number },
  ) {
    this.works = Array.from({ length: works }, () => ({
      level: 0.15 + 0.35 * normal(random),
      breaks: 0.03 + 0.12 * random(),
      alike: 2 + 6 * random(),
    }));
    this.hands = Array.from({ length: people }, () => 0.15 * normal(random));
    this.slope = 0.05 + 0.15 * random();
  }

  /** How long one job takes against the catalogue; now and then something goes wrong. */
  time(work: number, person: number): number {
    const key = `${work} ${person}`;
    const before = this.done.get(key) ?? 0;
    this.done.set(key, before + 1);
    const doublings = Math.min(5, Math.log2(before + 1));
    const trouble = this.random() < 0.06 ? Math.log(1.5 + this.random()) : 0;
    return Math.exp(
      this.works[work].level + this.hands[person] - this.slope * doublings + 0.2 * heavy(this.random) + trouble,
    );
  }

  /** How many of some clips break on the next car: every car has a share of its own. */
  broken(work: number, pieces: number): number {
    const { breaks, alike } = this.works[work];
    const [a, b] = [gamma(this.random, breaks * alike), gamma(this.random, (1 - breaks) * alike)];
    const share = a / (a + b);
    let count = 0;
    for (let n = 0; n < pieces; n += 1) if (this.random() < share) count += 1;
    return count;
  }

  /** Whether somebody misses a fastener: nearly always where nobody told them, hardly ever where it stands in the procedure. */
  misses(isTold: boolean): boolean {
    return this.random() < (isTold ? 0.04 : 0.85);
  }
}

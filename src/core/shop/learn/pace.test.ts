import { jStat } from 'jstat';
import { quantile as referenceQuantile } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { pacesOf, type TimedRun } from './pace';

/** Numbers 0…1, the same every time (Lehmer). */
const seeded = (seed: number) => () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;
const run = (ratio: number, more: Partial<TimedRun> = {}): TimedRun => ({
  procedure: 'door',
  person: 'bea',
  ratio,
  ...more,
});

describe('how long things take', () => {
  it('is the catalogue’s time where nothing was done yet', () => {
    const paces = pacesOf([]);
    expect(paces.shop).toEqual({ likely: expect.closeTo(1, 2) as number, safe: null });
    expect(paces.procedures).toEqual({});
  });

  it('has the quantiles of a reference library where there is much to learn from (simple-statistics)', () => {
    const random = seeded(11);
    // A new pair of hands each time: nothing to learn from practice.
    const ratios = Array.from({ length: 600 }, () => jStat.lognormal.inv(0.001 + 0.998 * random(), 0.3, 0.4));
    const { shop, procedures } = pacesOf(ratios.map((ratio, n) => run(ratio, { person: `p${n}` })));
    for (const pace of [shop, procedures.door]) {
      // Doing it a second time is a tenth faster, as is supposed where nobody did: the spread is what is compared.
      expect(pace.likely / referenceQuantile(ratios, 0.5)).toBeCloseTo(0.93, 1);
      const spread = referenceQuantile(ratios, 0.8) / referenceQuantile(ratios, 0.5);
      expect(Math.abs(pace.safe! / pace.likely / spread - 1)).toBeLessThan(0.06);
    }
  });

  it('moves little by one run', () => {
    const { shop } = pacesOf([run(3)]);
    expect(shop.likely).toBeGreaterThan(1);
    expect(shop.likely).toBeLessThan(1.7);
  });

  it('tells hands apart for the same work, shrunk', () => {
    const random = seeded(3);
    const noise = () => Math.exp(0.2 * (random() - 0.5));
    const runs = Array.from({ length: 60 }, (_, n) =>
      run(noise() * (n % 2 ? 1.3 : 0.9) * (n % 3 ? 1 : 2), {
        person: n % 2 ? 'rui' : 'bea',
        procedure: n % 3 ? 'door' : 'dash',
      }),
    );
    const { people, procedures } = pacesOf(runs);
    expect(people.rui / people.bea).toBeGreaterThan(1.25);
    expect(people.rui / people.bea).toBeLessThan(1.5);
    expect(procedures.dash.likely / procedures.door.likely).toBeGreaterThan(1.6);
  });

  it('finds the learning curve, and promises the next one by it', () => {
    const random = seeded(5);
    const runs: TimedRun[] = [];
    for (let n = 0; n < 40; n += 1)
      for (const person of ['a', 'b', 'c'])
        runs.push(run(1.6 * (n + 1) ** Math.log2(0.85) * Math.exp(0.1 * (random() - 0.5)), { person }));
    const { doubling, procedures, done } = pacesOf(runs);
    expect(doubling).toBeGreaterThan(0.82);
    expect(doubling).toBeLessThan(0.89);
    expect(done['a/door']).toBe(40);
    // 1.6 · 32^log2(0.85) = 0.71 after five doublings, where it levels off.
    expect(procedures.door.likely).toBeLessThan(0.85);
    expect(procedures.door.safe!).toBeGreaterThan(procedures.door.likely);
  });
});

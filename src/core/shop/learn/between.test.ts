import { jStat } from 'jstat';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitBetween } from './between';
import { breakProbability, type BreakRecord, logGamma, sparesFor } from './breakage';

const mean = ({ a, b }: { a: number; b: number }) => a / (a + b);

describe('the beta-binomial distribution', () => {
  it('is that of a reference library (jStat)', () => {
    for (const x of [0.3, 1, 2.5, 40, 300]) expect(logGamma(x)).toBeCloseTo(jStat.gammaln(x), 9);
    for (const [a, b] of [
      [0.7, 9],
      [2, 2],
      [12, 88],
    ])
      for (let n = 1; n <= 14; n += 1)
        for (let k = 0; k <= n; k += 1) {
          const theirs = Math.exp(jStat.combinationln(n, k) + jStat.betaln(k + a, n - k + b) - jStat.betaln(a, b));
          expect(breakProbability(n, k, { a, b })).toBeCloseTo(theirs, 9);
        }
  });

  it('gives spares as adding up the library’s does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        fc.double({ min: 0.2, max: 60, noNaN: true }),
        fc.constantFrom(0.7, 0.8, 0.9, 0.95),
        (n, a, b, level) => {
          let [sum, spares] = [0, 0];
          for (; spares <= n; spares += 1) {
            sum += Math.exp(
              jStat.combinationln(n, spares) + jStat.betaln(spares + a, n - spares + b) - jStat.betaln(a, b),
            );
            if (sum >= level - 1e-9) break;
          }
          const ours = sparesFor(n, { a, b }, level);
          if (Math.abs(sum - level) > 1e-7) expect(ours).toBe(Math.min(n, spares));
        },
      ),
    );
  });
});

describe('breakage between jobs', () => {
  const prior = { a: 0.8, b: 9.2 };

  it('is nearly what was thought before where there are no jobs', () => {
    const fit = fitBetween([], prior, 'kind');
    expect(mean(fit)).toBeGreaterThan(0.06);
    expect(mean(fit)).toBeLessThan(0.14);
    expect(fit.a + fit.b).toBeLessThan(11);
  });

  it('is what integrating with a reference library on a finer grid gives (jStat)', () => {
    const jobs: BreakRecord[] = [
      { out: 9, broken: 0 },
      { out: 9, broken: 4 },
      { out: 12, broken: 1 },
      { out: 9, broken: 0 },
    ];
    let [weights, first, second] = [0, 0, 0];
    for (let u = -3.2; u <= 3.2; u += 0.04)
      for (let v = -3.2; v <= 3.2; v += 0.08) {
        const p = 1 / (1 + Math.exp(-(Math.log(prior.a / prior.b) + u)));
        const s = Math.min(400, Math.max(0.5, Math.exp(Math.log(10) + 0.8 * v)));
        const ln = jobs.reduce(
          (sum, { out, broken }) =>
            sum + jStat.betaln(broken + p * s, out - broken + (1 - p) * s) - jStat.betaln(p * s, (1 - p) * s),
          -(u * u + v * v) / 2,
        );
        const weight = Math.exp(ln);
        weights += weight;
        first += weight * p;
        second += weight * ((p * (1 - p)) / (s + 1) + p * p);
      }
    const [m, q] = [first / weights, second / weights];
    const sum = (m * (1 - m)) / (q - m * m) - 1;
    const fit = fitBetween(jobs, prior, 'kind');
    expect(mean(fit)).toBeCloseTo(m, 2);
    expect((fit.a + fit.b) / sum).toBeGreaterThan(0.95);
    expect((fit.a + fit.b) / sum).toBeLessThan(1.05);
  });

  it('stays unsure where cars differ, however many pieces were counted', () => {
    const alike = Array.from({ length: 40 }, () => ({ out: 10, broken: 2 }));
    const apart = Array.from({ length: 40 }, (_, n) => ({ out: 10, broken: n % 5 === 0 ? 10 : 0 }));
    const [sure, unsure] = [alike, apart].map((jobs) => fitBetween(jobs, prior, 'kind'));
    expect(Math.abs(mean(sure) - 0.2)).toBeLessThan(0.02);
    expect(Math.abs(mean(unsure) - 0.2)).toBeLessThan(0.12);
    expect(unsure.a + unsure.b).toBeLessThan((sure.a + sure.b) / 4);
    expect(sparesFor(10, unsure, 0.9)).toBeGreaterThan(sparesFor(10, sure, 0.9));
  });

  it('does not depend on the order of jobs, and leans to a procedure’s own', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.integer({ min: 1, max: 12 }).chain((out) => fc.record({ out: fc.constant(out), broken: fc.nat(out) })),
          { maxLength: 12 },
        ),
        (jobs) => {
          const fit = fitBetween(jobs, prior, 'procedure');
          const turned = fitBetween([...jobs].reverse(), prior, 'procedure');
          expect(turned.a).toBeCloseTo(fit.a, 9);
          expect(fit.a > 0 && fit.b > 0).toBe(true);
          const share =
            jobs.reduce((sum, { broken }) => sum + broken, 0) /
            Math.max(
              1,
              jobs.reduce((sum, { out }) => sum + out, 0),
            );
          if (jobs.length > 3 && share > 0.5) expect(mean(fit)).toBeGreaterThan(mean(prior));
        },
      ),
      { numRuns: 40 },
    ));
});

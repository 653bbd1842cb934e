import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  observe,
  phaseOf,
  POLARITY_TESTS,
  polarityOf,
  sharedReturns,
  type PolarityMethod,
  type SimulatedSpeaker,
} from './polarity';

const speakers = fc.record({
  plus: fc.constantFrom('first' as const, 'second' as const),
  hasCapacitor: fc.boolean(),
  offset: fc.constantFrom(1 as const, -1 as const),
  wideIsPlus: fc.boolean(),
});
const METHODS = POLARITY_TESTS.map(({ code }) => code);

describe('polarity of a pair', () => {
  it('follows the convention: + on the plus wire drives the cone out, a cone pushed in reads minus (IEC 60268-5, from memory)', () => {
    const speaker: SimulatedSpeaker = { plus: 'first', hasCapacitor: false, offset: 1, wideIsPlus: true };
    expect(observe(speaker, 'cell')).toBe('out');
    expect(observe(speaker, 'push')).toBe('negative');
    expect(observe({ ...speaker, plus: 'second' }, 'cell')).toBe('in');
  });

  it('is found by cell and push whatever the speaker, unless a capacitor is before it', () => {
    fc.assert(
      fc.property(speakers, (speaker) => {
        const found = polarityOf(
          (['cell', 'push'] as const).map((method) => ({ method, seen: observe(speaker, method) })),
        );
        if (speaker.hasCapacitor) expect(found).toMatchObject({ plus: null, hasCapacitor: true });
        else {
          expect(found).toMatchObject({ plus: speaker.plus, contradicted: false, hasCapacitor: false });
          expect(found.sure).toBeGreaterThan(0.99);
        }
      }),
    );
  });

  it('takes the meter as weak evidence: alone it is not enough, against the cell it is shown as a contradiction', () => {
    expect(polarityOf([{ method: 'meter', seen: 'positive' }])).toMatchObject({
      plus: 'first',
      sure: expect.closeTo(0.7, 9) as number,
    });
    const both = polarityOf([
      { method: 'meter', seen: 'negative' },
      { method: 'cell', seen: 'out' },
    ]);
    // By hand: odds 99 ÷ (7/3) = 42.43 to 1.
    expect(both).toMatchObject({ plus: 'first', contradicted: true });
    expect(both.sure).toBeCloseTo(42.43 / 43.43, 3);
  });

  it('does not depend on the order, and a test made again replaces itself', () => {
    const some = fc.array(
      fc
        .constantFrom(...METHODS)
        .chain((method: PolarityMethod) =>
          fc
            .constantFrom(...POLARITY_TESTS.find(({ code }) => code === method)!.seen.map(({ code }) => code))
            .map((seen) => ({ method, seen })),
        ),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(some, (evidence) => {
        const latest = [...new Map(evidence.map((one) => [one.method, one])).values()];
        const [a, b] = [polarityOf(evidence), polarityOf([...latest].reverse())];
        expect(a.plus).toBe(b.plus);
        expect(a.sure).toBeCloseTo(b.sure, 9);
      }),
    );
  });
});

describe('phase of the car', () => {
  it('names the speaker that moves against the others', () => {
    const { groups, contradiction } = phaseOf([
      { a: 'front left', b: 'front right', inPhase: true },
      { a: 'front right', b: 'rear left', inPhase: false },
      { a: 'front left', b: 'rear right', inPhase: true },
    ]);
    expect(groups).toEqual([{ together: ['front left', 'front right', 'rear right'], against: ['rear left'] }]);
    expect(contradiction).toBeNull();
  });

  it('finds every true state from checks of a tree, and shows a check that contradicts', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 2, maxLength: 8 }), fc.boolean(), (states, lie) => {
        const checks = states.slice(1).map((state, n) => ({ a: 's0', b: `s${n + 1}`, inPhase: state === states[0] }));
        const found = phaseOf(lie ? [...checks, { ...checks[0], inPhase: !checks[0].inPhase }] : checks);
        expect(found.contradiction !== null).toBe(lie);
        const [{ together }] = found.groups;
        expect(new Set(together.map((name) => states[Number(name.slice(1))])).size).toBe(1);
      }),
    );
  });

  it('names returns that two speakers share', () => {
    expect(
      sharedReturns([
        { speaker: 'left', return: 'brown' },
        { speaker: 'right', return: 'brown' },
        { speaker: 'rear', return: 'black' },
      ]),
    ).toEqual([{ return: 'brown', speakers: ['left', 'right'] }]);
  });
});

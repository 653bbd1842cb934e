import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { runPlanFor, stamp } from '@tests/support/run';
import { BASE_CATALOGUE } from '../../trade';
import { indexItems, type Point } from '../../document';
import type { RunFact } from './events';
import { foldRun } from './fold';
import type { RunPlan } from '../../telling';
import { graphOf } from './basis';
import { elsewhereFor } from './elsewhere';
import { partOfItem } from '../../planning';
import { makeBay, makeSlip } from '@tests/support/slips';
import { hasteOf, hasteWeight } from './haste';
import { missKey, wontMove } from './wont-move';

const document = demoProcedure('kite-rear-door');
const plan = runPlanFor(document, ['woofer'], { windows: 'power' });
const key = (id: string) => `kite-rear-door/${id}`;
const ask = (facts: RunFact[], point: Point | null = null, changed: Partial<RunPlan> = {}, part = 'card') => {
  const run = { ...plan, ...changed };
  return wontMove(graphOf(run), run, foldRun(stamp(facts)), { procedure: document.id, item: part }, point);
};
const before = (action: string): RunFact[] =>
  plan.removal.slice(0, plan.removal.indexOf(action)).map((one) => ({ type: 'done', action: one }));
const shareOf = (suspects: ReturnType<typeof ask>, culprit: string) =>
  suspects.find((one) => one.culprit === key(culprit))?.share ?? 0;

describe('a part that will not move', () => {
  it('is most likely held by the hidden screw that nobody took out', () => {
    const all = [...before(`free:${key('card')}`)].filter(
      (fact) => fact.type === 'done' && fact.action !== `release:${key('s3')}`,
    );
    const [first] = ask(all);
    expect(first).toMatchObject({
      cause: 'not-released',
      culprit: key('s3'),
      reason: expect.stringContaining('release-handle bezel'),
    });
  });

  it('is held by the clips still in, where only some are out', () => {
    const clips = `release:${key('c1')}`;
    const [first] = ask([...before(clips), { type: 'done', action: clips, count: 7 }]);
    expect(first).toMatchObject({ culprit: key('c1'), words: '2 of 9 push clips' });
  });

  it('is tied by its plugs and cables once it swings', () => {
    const all = before(`undo:${key('l2')}`);
    const suspects = ask(all);
    expect(suspects.find((one) => one.cause === 'still-joined')).toMatchObject({
      culprit: key('l2'),
      reason: expect.stringContaining('swings'),
    });
  });

  it('may be held by what other variants have', () => {
    const lumen = demoProcedure('lumen-front-door');
    const kite = runPlanFor(document, ['woofer'], { windows: 'crank' });
    const suspects = wontMove(graphOf(kite), kite, foldRun([]), { procedure: document.id, item: 'card' }, null);
    expect(suspects.find((one) => one.culprit === key('s2'))).toMatchObject({ cause: 'other-variant' });
    const elsewhere = elsewhereFor(
      document,
      [{ document: lumen, index: indexItems(lumen), catalogue: BASE_CATALOGUE }],
      indexItems(document),
    );
    expect(elsewhere.some(({ words, part }) => words.includes('T30') && part === 'kite-rear-door|panel')).toBe(true);
    expect(elsewhere.every(({ at }) => at === null)).toBe(true);
    expect(ask([], null, { elsewhere }).some((one) => one.reason.includes('Soria Lumen'))).toBe(true);
  });

  it('is suspected where it resists', () => {
    const near = (at: Point) => ask([], at);
    const left = shareOf(near([150, 422]), 's3');
    const right = shareOf(near([955, 330]), 's3');
    expect(left).toBeGreaterThan(right);
    expect(near([955, 330])[0].culprit).toBe(key('p1'));
  });

  it('of a group is shown at the piece nearest to where it resists', () => {
    const clips = (at: Point | null) => ask([], at).find((one) => one.culprit === key('c1'))!.at;
    expect(clips([60, 100])).toEqual([40, 110]);
    expect(clips([930, 280])).toEqual([935, 270]);
    expect(clips(null)).not.toBeNull();
  });

  it('is suspected more where earlier runs found the cause', () => {
    const fresh = shareOf(ask([]), 'p1');
    const once = shareOf(ask([], null, { misses: { [missKey(key('card'), key('p1'), 'not-released')]: 1 } }), 'p1');
    const often = shareOf(ask([], null, { misses: { [missKey(key('card'), key('p1'), 'not-released')]: 6 } }), 'p1');
    expect(once).toBeGreaterThan(fresh);
    expect(often).toBeGreaterThan(once);
  });

  it('has shares that make one, sorted, for any state and any place, and never an empty list', () => {
    const state = fc
      .subarray(plan.removal)
      .map((actions) => actions.map((action): RunFact => ({ type: 'done', action })));
    const place = fc.option(fc.tuple(fc.integer({ min: 0, max: 980 }), fc.integer({ min: 0, max: 640 })));
    fc.assert(
      fc.property(
        state,
        place,
        fc.constantFrom('card', 'woofer', 'pull-cap', 'sail', 'shield'),
        (facts, point, part) => {
          const suspects = ask(facts, point as Point | null, {}, part);
          expect(suspects.length).toBeGreaterThan(0);
          expect(suspects.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(1, 9);
          for (let n = 1; n < suspects.length; n += 1)
            expect(suspects[n].share).toBeLessThanOrEqual(suspects[n - 1].share);
          expect(suspects.filter((one) => one.cause === 'unrecorded')).toHaveLength(1);
        },
      ),
    );
  });

  it('falls as a suspect when it is taken out', () => {
    fc.assert(
      fc.property(fc.constantFrom('s1', 's2', 's3', 'p1', 'c1', 'h1'), (id) => {
        expect(shareOf(ask([{ type: 'done', action: `release:${key(id)}` }]), id)).toBeLessThan(shareOf(ask([]), id));
      }),
    );
  });

  it('that does not exist has no suspects', () => expect(ask([], null, {}, 'sunroof')).toEqual([]));
});

it('knows the part a step is about', () => {
  const graph = graphOf(plan);
  expect([
    partOfItem(graph, 'kite-rear-door', 's1'),
    partOfItem(graph, 'kite-rear-door', 'l1'),
    partOfItem(graph, 'kite-rear-door', 'card'),
    partOfItem(graph, null, 'battery'),
    partOfItem(graph, 'kite-rear-door', 'no-such'),
  ]).toEqual(['card', 'switch-pack', 'card', null, null]);
});

describe('simulated slips', () => {
  const bays = Array.from({ length: 12 }, (_, n) => makeBay(7000 + n));
  const slips = Array.from({ length: 240 }, (_, n) => ({
    bay: bays[n % bays.length],
    slip: makeSlip(bays[n % bays.length], 9000 + n),
  }));
  const isFound = ({ bay, slip }: (typeof slips)[number], point: Point | null) =>
    wontMove(graphOf(bay.plan), bay.plan, foldRun(slip.events), { procedure: bay.document.id, item: 'card' }, point)
      .slice(0, 3)
      .some(({ cause, culprit, at }) =>
        slip.kind === 'motion'
          ? cause === 'motion'
          : slip.culprit
            ? culprit === slip.culprit
            : cause === 'other-variant' && at?.every((value, n) => Math.abs(value - slip.at![n]) < 60),
      );

  it('are among the first three named: nine in ten where somebody taps, three in four where nobody does', () => {
    const share = (found: boolean[]) => found.filter(Boolean).length / found.length;
    expect(share(slips.map((one) => isFound(one, one.slip.tap)))).toBeGreaterThan(0.9);
    expect(share(slips.map((one) => isFound(one, null)))).toBeGreaterThan(0.7);
  });
});

describe('haste', () => {
  it('is told against the run’s own pace, once for each tap, and not at all by a clock that was set back', () => {
    const keys = plan.removal.filter((one) => one.includes('/')).slice(0, 8);
    const graph = graphOf(plan);
    const at = (seconds: number) => new Date(Date.UTC(2026, 2, 2, 9) + seconds * 1000).toISOString();
    let now = 0;
    const events = [
      ...stamp([{ type: 'started' }]).map((event) => ({ ...event, at: at(0) })),
      ...keys.map((action, n) => {
        now += (graph.nodes[graph.idOf.get(action)!].action!.ms / 1000) * (n === 3 ? 0.2 : 1);
        return { ...stamp([{ type: 'done', action }], 'tablet-a', 'bea', n + 2)[0], at: at(now) };
      }),
    ];
    const haste = hasteOf(graph, events);
    expect(haste.get(keys[3])).toBeCloseTo(0.2, 5);
    expect(haste.get(keys[4])).toBeCloseTo(1, 5);
    expect(
      hasteOf(
        graph,
        events.map((event, n) => ({ ...event, at: at(-n) })),
      ),
    ).toEqual(new Map());
  });

  it('speaks for a slip where it was quick, against one where it took its time, and says nothing where nothing is known', () => {
    expect(hasteWeight(0.3, 1)).toBeGreaterThan(2);
    expect(hasteWeight(1.4, 1)).toBeLessThan(0.5);
    expect(hasteWeight(undefined, 1)).toBe(1);
  });
});

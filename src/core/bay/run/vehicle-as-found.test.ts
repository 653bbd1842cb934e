import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { runPlanFor, stamp } from '@tests/support/run';
import { asFoundPlan, extraId, otherId } from './as-found';
import { knownPieces } from './claims';
import type { RunEvent, RunFact } from './events';
import { foldRun } from './fold';
import { hasFailedTest } from './progress';
import { isBalanced, ledgerOf } from './ledger';
import { timeLeft } from './time-left';
import { basisOf } from './basis';
import { viewRun } from './view';

const plan = runPlanFor(demoProcedure('kite-rear-door'), ['woofer'], { windows: 'power' });
const key = (id: string) => `kite-rear-door/${id}`;
const look = (events: RunEvent[]) => {
  const state = foldRun(events);
  const basis = basisOf(plan, state);
  return { state, basis, view: viewRun(basis.graph, basis.plan, state) };
};

describe('two devices that report broken pieces', () => {
  const broken = (count: number, known?: number): RunFact => ({
    type: 'broken',
    item: key('c1'),
    count,
    ...(known === undefined ? {} : { known }),
  });
  const two = (a: RunFact, b: RunFact) => [...stamp([a], 'tablet-a', 'bea', 5), ...stamp([b], 'tablet-b', 'rui', 6)];

  it('are asked where neither had heard of the other, and counted both until somebody answers', () => {
    const { state } = look(two(broken(1, 0), broken(1, 0)));
    expect(state.questions).toMatchObject([
      { item: key('c1'), what: 'broken', count: 1, unheard: 1, people: ['bea', 'rui'] },
    ]);
    expect(state.pieces.get(key('c1'))!.scrapped).toBe(2);
  });

  it('mean one piece, or two, as the answer says', () => {
    const events = two(broken(1, 0), broken(1, 0));
    const answer = (same: boolean) =>
      look([...events, ...stamp([{ type: 'settled', event: events[1].id, same }], 'tablet-a', 'bea', 9)]).state;
    expect([answer(true).pieces.get(key('c1'))!.scrapped, answer(true).questions]).toEqual([1, []]);
    expect([answer(false).pieces.get(key('c1'))!.scrapped, answer(false).questions]).toEqual([2, []]);
  });

  it('are not asked where the later one knew, where one device reported both, or where an older version did not say', () => {
    expect(look(two(broken(1, 0), broken(1, 1))).state.questions).toEqual([]);
    expect(look(stamp([broken(1, 0), broken(1, 0)], 'tablet-a')).state.questions).toEqual([]);
    expect(look(two(broken(1), broken(1))).state.questions).toEqual([]);
  });

  it('are asked no more when one report is taken back', () => {
    const events = two(broken(1, 0), broken(1, 0));
    expect(
      look([...events, ...stamp([{ type: 'retracted', event: events[0].id }], 'tablet-a', 'bea', 9)]).state.questions,
    ).toEqual([]);
  });

  it('say with each report what they know of', () => {
    const { state } = look(two(broken(2, 0), broken(1, 2)));
    expect([knownPieces(state.log, key('c1'), 'broken'), knownPieces(state.log, key('c1'), 'lost')]).toEqual([3, 0]);
  });

  it('block finishing until the question is answered', () => {
    expect(look(two(broken(1, 0), broken(1, 0))).view.blocks.map(({ code }) => code)).toContain('question');
  });
});

describe('an extra fastener', () => {
  const id = '00000000-0000-4000-8000-0000000000ff';
  const extra: RunFact & { id: string } = {
    id,
    type: 'extra',
    procedure: 'kite-rear-door',
    holds: 'card',
    kind: 'screw',
    drive: 'T15',
    count: 2,
    point: [500, 300],
  };
  const out: RunFact[] = [extra, { type: 'done', action: `release:${key(extraId(id))}` }];

  it('is an entry like any other: out, in the ledger, and back before the run can finish', () => {
    const { view, basis } = look(stamp([{ type: 'started' }, ...out]));
    expect(view.ledger).toMatchObject([{ item: key(extraId(id)), out: 2, missing: 2 }]);
    expect(basis.plan.taped![key(extraId(id))]).toContain('2 × T15');
    expect(view.refit.flatMap((step) => step.actions.map((one) => one.key))).toEqual(
      expect.arrayContaining([`start:${key(extraId(id))}`, `tighten:${key(extraId(id))}`]),
    );
    const back = look(
      stamp([
        { type: 'started' },
        ...out,
        { type: 'phase', to: 'refit' },
        ...view.refit
          .flatMap(({ actions }) => actions)
          .map((step): RunFact =>
            'gate' in step.step && step.step.gate
              ? { type: 'gatePassed', gate: step.key }
              : { type: 'done', action: step.key },
          ),
      ]),
    );
    expect(back.view.blocks).toEqual([]);
    expect(ledgerOf(back.basis.graph, back.state).every(isBalanced)).toBe(true);
  });

  it('does not change the procedure it was found on', () => {
    const before = structuredClone(plan);
    look(stamp(out));
    expect(plan).toEqual(before);
  });

  it('on a part that this run does not have is kept and changes nothing', () => {
    const stray = look(stamp([{ ...extra, holds: 'sunroof' }]));
    expect(stray.state.extras).toHaveLength(1);
    expect(stray.view.ledger).toEqual([]);
  });
});

describe('a difference of this vehicle', () => {
  const differs = (item: string, change: object): RunFact => ({
    type: 'asFound',
    item: key(item),
    difference: 'x',
    change,
  });
  const entry = (facts: RunFact[], item: string) =>
    look(stamp(facts)).basis.plan.documents[0].fasteners.find((one) => one.id === item);

  it('gives an entry another drive, another kind, or fewer pieces', () => {
    expect(entry([differs('s1', { drive: 'T25' })], 's1')).toMatchObject({ drive: 'T25', count: 2, kind: 'screw' });
    expect(entry([differs('c1', { missing: 2 })], 'c1')).toMatchObject({
      count: 7,
      kind: 'push-clip',
      staysOn: 'card',
    });
    expect(entry([differs('c1', { kind: 'screw', drive: 'T20' })], 'c1')).toMatchObject({
      kind: 'screw',
      drive: 'T20',
      count: 9,
    });
    expect(entry([differs('c1', { kind: 'screw', drive: 'T20' })], 'c1')).not.toHaveProperty('staysOn');
  });

  it('takes an entry away whose pieces are all missing, and its step with it', () => {
    const { view } = look(stamp([differs('p1', { missing: 1 })]));
    const keys = view.removal.flatMap(({ actions }) => actions.map((one) => one.key));
    expect(keys).not.toContain(`release:${key('p1')}`);
    expect(keys).toContain(`release:${key('c1')}`);
  });

  it('without a change is only told', () => {
    expect(asFoundPlan(plan, foldRun(stamp([{ type: 'asFound', item: key('shield'), difference: 'torn' }])))).toBe(
      plan,
    );
  });

  it('leaves the ledger balanced whatever was found and whatever was done of it', () => {
    const change = fc.oneof(
      fc.record({ missing: fc.integer({ min: 1, max: 4 }) }),
      fc.constantFrom({ drive: 'T30' }, { kind: 'screw', drive: 'T20' }, { kind: 'push-pin' }),
    );
    fc.assert(
      fc.property(
        fc.constantFrom('s1', 'c1', 's3', 'p1', 'k1'),
        change,
        fc.nat(plan.removal.length),
        (item, found, steps) => {
          const facts: RunFact[] = [{ type: 'started' }, differs(item, found)];
          const next = () => look(stamp(facts)).view.nextAction;
          for (let n = 0, now = next(); now && n < steps; n += 1, now = next())
            facts.push({ type: 'done', action: now.key });
          facts.push({ type: 'phase', to: 'refit' });
          for (let n = 0, now = next(); now && n < 200; n += 1, now = next())
            facts.push(
              'gate' in now.step && now.step.gate
                ? { type: 'gatePassed', gate: now.key }
                : { type: 'done', action: now.key },
            );
          expect(look(stamp(facts)).view.blocks).toEqual([]);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('a test gate', () => {
  const gate = 'gate:test:kite-rear-door/shield';
  const failed: RunFact = { type: 'test', gate, check: 'Door speaker works', result: 'fail' };
  const state = (facts: RunFact[]) => {
    const all: RunFact[] = [
      { type: 'started' },
      ...plan.removal.map((action): RunFact => ({ type: 'done', action })),
      { type: 'phase', to: 'refit' },
      ...facts,
    ];
    return look(stamp(all)).view.refit.find((step) => step.key === `gate=${gate}`)!.state;
  };

  it('stays shut while a test of it fails, though somebody passed it', () => {
    expect(hasFailedTest(foldRun(stamp([failed])), gate)).toBe(true);
    expect(state([failed, { type: 'gatePassed', gate }])).not.toBe('done');
  });

  it('opens when the test is repeated and holds, when it was already so, or on a reason', () => {
    expect(state([failed, { ...failed, result: 'pass' }, { type: 'gatePassed', gate }])).toBe('done');
    expect(
      state([
        { ...failed, result: 'was-already-so' },
        { type: 'gatePassed', gate },
      ]),
    ).toBe('done');
    expect(state([failed, { type: 'overridden', gate, reason: 'speaker follows' }])).toBe('done');
  });

  it('shuts again when a test fails after it was passed', () => {
    expect(state([{ type: 'gatePassed', gate }, failed])).not.toBe('done');
  });
});

describe('counts and rests', () => {
  it('a person’s word on a count ends the question of too many', () => {
    const part = (count: number): RunFact => ({ type: 'done', action: `release:${key('c1')}`, count });
    const over = [...stamp([part(6)], 'tablet-a'), ...stamp([part(6)], 'tablet-b', 'rui')];
    expect(look(over).view.ledger[0].overCounted).toBe(true);
    expect(
      look([...over, ...stamp([{ type: 'counted', action: `release:${key('c1')}`, count: 8 }], 'tablet-a', 'bea', 9)])
        .view.ledger[0],
    ).toMatchObject({ overCounted: false, out: 8 });
  });

  it('a piece that fell inside is lost until it is found', () => {
    const lost: RunFact = { type: 'lost', item: key('c1'), count: 2, inside: true };
    expect(foldRun(stamp([lost])).pieces.get(key('c1'))).toMatchObject({ lost: 2, inside: 2 });
    expect(foldRun(stamp([lost, { type: 'found', item: key('c1'), count: 1 }])).pieces.get(key('c1'))).toMatchObject({
      lost: 1,
      inside: 1,
    });
  });

  it('a pause says why, and who takes over what was said', () => {
    const rest: RunFact = { type: 'paused', reason: 'end of the day' };
    const given = stamp([{ type: 'started' }, { type: 'handedOver', to: 'rui', note: 'seven of nine out' }]);
    const state = foldRun([...given, ...stamp([rest], 'tablet-b', 'rui', 5)]);
    expect(state).toMatchObject({
      paused: true,
      pauseReason: 'end of the day',
      holder: 'rui',
      handOverNote: 'seven of nine out',
    });
    const resumed = stamp([{ type: 'resumed' }], 'tablet-b', 'rui', 9);
    expect(foldRun([...given, ...stamp([rest], 'tablet-b', 'rui', 5), ...resumed])).toMatchObject({
      paused: false,
      pauseReason: null,
    });
  });

  it('a pause is one person’s: the run stands still only when everybody who works on it rests', () => {
    const both = [
      ...stamp([{ type: 'started' }]),
      ...stamp([{ type: 'done', action: plan.removal[0] }], 'b', 'rui', 5),
    ];
    const one = [...both, ...stamp([{ type: 'paused' }], 'tablet-a', 'bea', 9)];
    expect([foldRun(one).paused, foldRun(one).pauses.has('bea')]).toEqual([false, true]);
    expect(foldRun([...one, ...stamp([{ type: 'paused' }], 'b', 'rui', 12)]).paused).toBe(true);
  });
});

describe('the time left', () => {
  it('goes down with every step and is nothing at the end', () => {
    const at = (steps: number) => {
      const { state, view, basis } = look(
        stamp([
          { type: 'started' },
          ...plan.removal.slice(0, steps).map((action): RunFact => ({ type: 'done', action })),
        ]),
      );
      return timeLeft(basis.plan, state, view);
    };
    const all = plan.removal.map((_, n) => at(n).likelySeconds);
    expect(all.at(-1)).toBeLessThan(all[0]);
    for (let n = 1; n < all.length; n += 1) expect(all[n]).toBeLessThanOrEqual(all[n - 1] * 1.25);
    expect(at(0).safeSeconds).toBeGreaterThan(at(0).likelySeconds);
    const finished = look(stamp([{ type: 'started' }, { type: 'finished' }]));
    expect(timeLeft(plan, finished.state, finished.view)).toEqual({ likelySeconds: 0, safeSeconds: 0 });
  });
});

describe('some pieces of a group that are something else', () => {
  const id = '00000000-0000-4000-8000-0000000000ee';
  const change: RunFact & { id: string } = {
    id,
    type: 'asFound',
    item: key('c1'),
    difference: '2 of 9 push clips: T20 screws',
    change: { kind: 'screw', drive: 'T20', pieces: 2 },
  };
  const facts = (done: boolean): RunFact[] => [
    { type: 'started' },
    { type: 'done', action: 'release:' + key('c1') },
    change,
    ...(done ? [{ type: 'done', action: 'release:' + key(otherId(id)) } as RunFact] : []),
  ];
  const found = (done: boolean, trayBins = 12) => {
    const state = foldRun(
      stamp(facts(done)).map((event) => ({ ...event, id: event.type === 'asFound' ? id : event.id })),
    );
    const basis = basisOf({ ...plan, trayBins }, state);
    return { state, basis, view: viewRun(basis.graph, basis.plan, state) };
  };

  it('are two entries from there on, each with its own count, and the ledger knows both', () => {
    const { state, basis } = found(true);
    const rows = ledgerOf(basis.graph, state);
    expect(rows.find(({ item }) => item === key('c1'))!.out).toBe(7);
    expect(rows.find(({ item }) => item === key(otherId(id)))!.out).toBe(2);
  });

  it('come out before the part they hold is freed', () => {
    const { view } = found(false);
    const at = (action: string) =>
      view.removal.findIndex(({ actions }) => actions.some(({ key: one }) => one === action));
    expect(at('release:' + key(otherId(id)))).toBeGreaterThanOrEqual(0);
    expect(at('release:' + key(otherId(id)))).toBeLessThan(at('free:' + key('card')));
  });

  it('wait in a bin that is still empty, and on tape only where there is none', () => {
    const { basis } = found(true);
    const bin = basis.plan.bins[key(otherId(id))];
    expect(bin).toBeGreaterThan(0);
    expect(Object.values(plan.bins)).not.toContain(bin);
    expect(found(true, 1).basis.plan.taped![key(otherId(id))]).toContain('2 × T20');
  });
});

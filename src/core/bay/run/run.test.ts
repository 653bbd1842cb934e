import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { runPlanFor, stamp } from '@tests/support/run';
import type { RunEvent, RunFact } from './events';
import { foldRun } from './fold';
import { isBalanced, shortBy } from './ledger';
import { lastStepEvents } from './take-back';
import { graphOf } from './basis';
import { viewRun } from './view';

const plan = runPlanFor(demoProcedure('kite-rear-door'), ['woofer'], { windows: 'power' });
const graph = graphOf(plan);
const view = (events: RunEvent[]) => viewRun(graph, plan, foldRun(events));
const key = (id: string) => `kite-rear-door/${id}`;

const fact: fc.Arbitrary<RunFact> = fc.oneof(
  fc.constantFrom(...plan.removal).map((action) => ({ type: 'done' as const, action })),
  fc.record({
    type: fc.constant('done' as const),
    action: fc.constantFrom(...plan.removal),
    count: fc.integer({ min: 1, max: 9 }),
  }),
  fc.record({
    type: fc.constantFrom('broken' as const, 'lost' as const, 'found' as const, 'renewed' as const),
    item: fc.constant(key('c1')),
    count: fc.integer({ min: 1, max: 3 }),
  }),
  fc.record({
    type: fc.constantFrom('broken' as const, 'lost' as const),
    item: fc.constant(key('c1')),
    count: fc.integer({ min: 1, max: 3 }),
    known: fc.integer({ min: 0, max: 4 }),
  }),
  fc.record({
    type: fc.constant('counted' as const),
    action: fc.constantFrom(...plan.removal),
    count: fc.integer({ min: 0, max: 9 }),
  }),
  fc.record({
    type: fc.constant('extra' as const),
    procedure: fc.constant('kite-rear-door'),
    holds: fc.constant('card'),
    kind: fc.constant('screw'),
    drive: fc.constant('T15'),
    count: fc.integer({ min: 1, max: 2 }),
  }),
  fc.constantFrom<RunFact>(
    { type: 'phase', to: 'refit' },
    { type: 'paused', reason: 'break' },
    { type: 'resumed' },
    { type: 'handedOver', to: 'rui', note: 'half out' },
    { type: 'asFound', item: key('c1'), difference: 'x', change: { missing: 1 } },
  ),
  fc.record({ type: fc.constant('ticked' as const), line: fc.constantFrom('a', 'b'), on: fc.boolean() }),
);

/** Events of two devices, some of them taking back earlier ones of the same device. */
const histories = fc
  .tuple(fc.array(fact, { maxLength: 20 }), fc.array(fact, { maxLength: 20 }), fc.array(fc.nat(40), { maxLength: 4 }))
  .map(([a, b, back]) => {
    const events = [...stamp(a, 'tablet-a'), ...stamp(b, 'tablet-b', 'rui')];
    const takenBack = events.length
      ? back.map((n): RunFact => ({ type: 'retracted', event: events[n % events.length].id }))
      : [];
    return [...events, ...stamp(takenBack, 'tablet-c', 'bea', 100)];
  });

describe('the fold', () => {
  it('does not depend on arrival order or on duplicates', () => {
    fc.assert(
      fc.property(
        histories.chain((events) =>
          fc.tuple(fc.constant(events), fc.shuffledSubarray([...events, ...events], { minLength: events.length * 2 })),
        ),
        ([events, mixed]) => {
          expect(foldRun(mixed)).toEqual(foldRun(events));
        },
      ),
    );
  });

  it('counts nine clips once when two devices both complete them', () => {
    const events = [
      ...stamp([{ type: 'done', action: `release:${key('c1')}` }], 'tablet-a'),
      ...stamp([{ type: 'done', action: `release:${key('c1')}` }], 'tablet-b'),
    ];
    expect(view(events).ledger.find((row) => row.item === key('c1'))?.out).toBe(9);
  });

  it('adds partial counts and asks when they exceed the entry', () => {
    const part = (count: number): RunFact => ({ type: 'done', action: `release:${key('c1')}`, count });
    expect(view(stamp([part(4), part(3)])).ledger[0]).toMatchObject({ out: 7, overCounted: false });
    expect(view(stamp([part(7), part(5)])).ledger[0]).toMatchObject({ out: 9, overCounted: true });
  });

  it('keeps an event of a type it does not know', () => {
    const [event] = stamp([{ type: 'note', text: 'x' }]);
    const newer = { ...event, type: 'welded' } as unknown as RunEvent;
    expect(foldRun([newer]).unknown).toEqual([newer]);
  });
});

/** Works a run to its end, as the bay screen would: every step now, every gate passed. */
function workThrough(
  before: RunFact[],
  removeSteps: number,
  answer: (step: string) => RunFact[] = () => [],
): RunEvent[] {
  const facts: RunFact[] = [{ type: 'started' }, ...before];
  for (let n = 0; n < removeSteps; n += 1) {
    const now = view(stamp(facts)).nextAction;
    if (!now) break;
    facts.push({ type: 'done', action: now.key }, ...answer(now.key));
  }
  facts.push({ type: 'phase', to: 'refit' });
  for (let n = 0; n < 200; n += 1) {
    const now = view(stamp(facts)).nextAction;
    if (!now) break;
    facts.push(
      'gate' in now.step && now.step.gate ? { type: 'gatePassed', gate: now.key } : { type: 'done', action: now.key },
    );
  }
  return stamp(facts);
}

describe('a run', () => {
  it('ends balanced whatever prefix was really done', () => {
    for (let steps = 0; steps <= plan.removal.length; steps += 1) {
      const end = view(workThrough([], steps));
      expect(end.blocks, `after ${steps} steps`).toEqual([]);
      expect(end.ledger.every(isBalanced)).toBe(true);
    }
  });

  it('is not finished while a broken clip has no replacement, and balances once it has', () => {
    const broken = workThrough([], 99, (step) =>
      step === `release:${key('c1')}`
        ? [
            { type: 'broken', item: key('c1'), count: 1 },
            { type: 'lost', item: key('c1'), count: 1 },
          ]
        : [],
    );
    const row = view(broken).ledger.find((one) => one.item === key('c1'))!;
    expect(row).toMatchObject({ out: 9, back: 7, scrapped: 1, lost: 1, needed: 9, missing: 2 });
    expect(shortBy(row)).toBe(2);
    expect(view(broken).blocks.map((block) => block.code)).toContain('missing');
    const more = stamp(
      [
        { type: 'renewed', item: key('c1'), count: 1 },
        { type: 'omitted', item: key('c1'), count: 1, reason: 'hole is torn' },
      ],
      'tablet-a',
      'bea',
      1000,
    );
    expect(view([...broken, ...more]).blocks).toEqual([]);
  });

  it('takes a step back when its event is retracted', () => {
    const events = stamp([{ type: 'started' }, { type: 'done', action: plan.removal[0] }]);
    const back = stamp([{ type: 'retracted', event: events[1].id }], 'tablet-a', 'bea', 50);
    expect(view(events).nextAction?.key).toBe(plan.removal[1]);
    expect(view([...events, ...back]).nextAction?.key).toBe(plan.removal[0]);
  });

  it('takes back all that one tap recorded, and nothing of the tap before', () => {
    const at = (facts: RunFact[], second: string, start: number) =>
      stamp(facts, 'tablet-a', 'bea', start).map((event) => ({ ...event, at: `2026-03-02T09:00:${second}.000Z` }));
    const clips = `release:${key('c1')}`;
    const first = at([{ type: 'done', action: clips, count: 4 }], '01', 1);
    const then = at(
      [
        { type: 'done', action: clips, count: 5 },
        { type: 'broken', item: key('c1'), count: 1 },
        { type: 'lost', item: key('c1'), count: 1 },
      ],
      '02',
      2,
    );
    expect(lastStepEvents(foldRun([...first, ...then]), 'tablet-a', 'bea')).toEqual(then.map((event) => event.id));
    expect(lastStepEvents(foldRun(first), 'tablet-a', 'bea')).toEqual([first[0].id]);
    expect(lastStepEvents(foldRun([]), 'tablet-a', 'bea')).toEqual([]);
  });

  describe('with two technicians at it, Back', () => {
    const mine = stamp([{ type: 'done', action: 'release:door/t1' }], 'mine', 'bea', 1);
    const other = stamp([{ type: 'done', action: 'release:door@right/t1' }], 'other', 'rui', 2);
    const shared = stamp([{ type: 'done', action: 'free:door/cap' }], 'other', 'rui', 3);
    const back = (events: RunEvent[], device = 'mine') =>
      lastStepEvents(foldRun(events), device, device === 'other' || device === 'tablet-b' ? 'rui' : 'bea');
    const id = ([event]: RunEvent[]) => [event.id];

    it('leaves alone what the other did on another door', () => {
      expect(back([...mine, ...other])).toEqual(id(mine));
      expect(back([...mine, ...other], 'other')).toEqual(id(other));
    });

    it('leaves alone what the other did last, on the same door or for the vehicle as a whole', () => {
      const phase = stamp([{ type: 'phase', to: 'fit' }], 'third', 'rui', 4);
      expect(back([...mine, ...shared])).toEqual(id(mine));
      expect(back([...mine, ...other, ...phase])).toEqual(id(mine));
    });

    it('leaves alone what the one before did on this tablet, and has nothing to take back on one that recorded nothing', () => {
      expect(lastStepEvents(foldRun(mine), 'mine', 'rui')).toEqual([]);
      expect(lastStepEvents(foldRun([...mine, ...other]), 'third', 'bea')).toEqual([]);
    });

    it('tells who took what back', () => {
      const [{ id: event }] = mine;
      const taken = stamp([{ type: 'retracted', event }], 'mine', 'bea', 9);
      expect(foldRun([...mine, ...taken]).takenBack).toMatchObject([{ person: 'bea', event: { id: event } }]);
    });

    it('never takes back anything twice, nor what cannot be taken back', () => {
      fc.assert(
        fc.property(histories, fc.constantFrom('tablet-a', 'tablet-b', 'tablet-c'), (events, device) => {
          let log = events;
          const standing = () => foldRun(log).log.filter(({ type }) => type !== 'retracted').length;
          for (let left = standing() + 1, ids = back(log, device), n = 500; ids.length; ids = back(log, device)) {
            log = [
              ...log,
              ...stamp(
                ids.map((event): RunFact => ({ type: 'retracted', event })),
                device,
                'bea',
                (n += 50),
              ),
            ];
            const now = standing();
            expect(now).toBeLessThan(left);
            left = now;
          }
          expect(
            foldRun(log).log.every(
              ({ type, device: by }) => by !== device || !['done', 'broken', 'lost', 'phase', 'counted'].includes(type),
            ),
          ).toBe(true);
        }),
      );
    });
  });

  it('takes the replacement of a drilled rivet as new and scraps the old one', () => {
    const lumen = runPlanFor(demoProcedure('lumen-front-door'), ['woofer'], { audio: 'base', puddle: 'none' });
    const lumenGraph = graphOf(lumen);
    const events = stamp([
      ...lumen.removal.map((action): RunFact => ({ type: 'done', action })),
      { type: 'done', action: 'fit:lumen-front-door/r1' },
    ]);
    const row = viewRun(lumenGraph, lumen, foldRun(events)).ledger.find((one) => one.item === 'lumen-front-door/r1')!;
    expect(row).toMatchObject({ out: 3, scrapped: 3, back: 0, needed: 3, renewed: 3, missing: 0, allNew: true });
  });
});

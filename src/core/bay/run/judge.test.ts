import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { doneFact, runPlanFor, stamp } from '@tests/support/run';
import type { RunEvent, RunFact } from './events';
import { foldRun } from './fold';
import { judgeFor } from './judge';
import { basesOf, graphOf } from './basis';
import { viewRun } from './view';
import type { RunPlan } from '../../telling';
import { plannedRefit } from './way-back';

const plan = runPlanFor(demoProcedure('lumen-front-door'), ['woofer'], { audio: 'base', puddle: 'none' });
const graph = graphOf(plan);
const judge = judgeFor(basesOf(plan));
const out: RunFact[] = [{ type: 'started' }, ...plan.removal.map(doneFact), { type: 'phase', to: 'refit' }];
const all = plannedRefit(graph, plan, foldRun(stamp(out)));
const facts = [...all.actions.values()].flatMap((step): RunFact[] =>
  step.gate
    ? [
        ...step.checks.map((check): RunFact => ({ type: 'test', gate: step.key, check: check.id, result: 'pass' })),
        { type: 'gatePassed', gate: step.key },
      ]
    : [{ type: 'done', action: step.key }],
);
const POWERED: ReadonlySet<string> = new Set([
  'works',
  'joined-and-working',
  'glass-path-clear',
  'lamp-on',
  'lamp-out',
]);
const keyOf = (event: RunFact) => ('gate' in event ? event.gate : 'action' in event ? event.action : '');
const srsJoins = plan.documents.flatMap(({ id, links }) =>
  links.filter(({ safety }) => safety === 'srs').map((link) => `join:${id}/${link.id}`),
);

describe('nobody gets round a gate', () => {
  it('whatever is recorded in whatever order, what counts came after all it waits for', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...facts, ...facts]), (order) => {
        const state = foldRun(stamp([...out, ...order]), judge);
        const counted: string[] = [];
        const over = new Set<string>();
        for (const event of state.log) {
          const key = keyOf(event);
          if (!all.actions.has(key)) continue;
          for (const need of all.waitsFor.get(key)!) expect(over, `${key} before ${need}`).toContain(need);
          if (event.type !== 'test') over.add(key);
          counted.push(key);
        }
        const power = counted.indexOf('batteryOn');
        for (const join of srsJoins) if (power >= 0) expect(counted.indexOf(join)).toBeLessThan(power);
        for (const [at, key] of counted.entries())
          if (all.actions.get(key)!.checks.some(({ fact }) => POWERED.has(fact)))
            expect(at).toBeGreaterThan(power >= 0 ? power : Infinity);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps what was recorded too early and says what it came before; a lead’s word lets it count', () => {
    const seat: RunFact = { type: 'done', action: 'seat:lumen-front-door/card' };
    const early = stamp([...out, seat]);
    const state = foldRun(early, judge);
    expect(state.against.map(({ event }) => event.id)).toEqual([early.at(-1)!.id]);
    expect(state.against[0].reason).toMatch(/^before “/);
    expect(state.done.has('seat:lumen-front-door/card')).toBe(false);
    const word = stamp([{ type: 'accepted', event: early.at(-1)!.id, reason: 'seen by me' }], 'server', 'tomas', 500);
    const accepted = foldRun([...early, ...word], judge);
    expect([accepted.against, accepted.done.has('seat:lumen-front-door/card')]).toEqual([[], true]);
  });

  it('touches no airbag plug before battery and wait, which cannot be skipped either', () => {
    const undo: RunFact = { type: 'done', action: 'undo:lumen-front-door/srs1' };
    const skipped: RunFact[] = ['batteryOff', 'wait'].map((action) => ({ type: 'skipped', action, reason: 'no time' }));
    const state = foldRun(stamp([{ type: 'started' }, ...skipped, undo]), judge);
    expect(state.against).toHaveLength(3);
    expect(state.done.has('undo:lumen-front-door/srs1')).toBe(false);
  });

  it('leaves no airbag plug undone: power would come back over it', () => {
    const [key] = srsJoins;
    const state = foldRun(stamp([...out, { type: 'skipped', action: key, reason: 'no time' }]), judge);
    expect(state.against.map(({ reason }) => reason)).toEqual([
      expect.stringMatching(/^an airbag system: .* cannot be skipped$/),
    ]);
    expect(state.skipped.has(key)).toBe(false);
  });

  it('takes no wait for over that no tablet saw last: the shop’s figure, and a minute at least', () => {
    const wait = (elapsed?: number): RunFact => ({
      type: 'done',
      action: 'wait',
      ...(elapsed === undefined ? {} : { elapsed }),
    });
    const safe: RunFact[] = [
      { type: 'started' },
      { type: 'done', action: 'check' },
      { type: 'done', action: 'batteryOff' },
    ];
    const counts = (own: RunPlan, fact: RunFact) =>
      foldRun(stamp([...safe, fact]), judgeFor(basesOf(own))).done.has('wait');
    expect([undefined, 1, 59, 60].map((one) => counts(plan, wait(one)))).toEqual([false, false, false, true]);
    const slow = { ...plan, srsWaitSeconds: 180 };
    expect([60, 179, 180].map((one) => counts(slow, wait(one)))).toEqual([false, false, true]);
    // Runs that older versions planned recorded no time: they go on as they were planned.
    expect(counts({ ...plan, writtenAs: 5 }, wait())).toBe(true);
  });

  it('moves nothing that an airbag lead hangs on before battery and wait, whatever door it is', () => {
    const free = { type: 'done' as const, action: 'free:lumen-front-door/card' };
    const early = foldRun(stamp([{ type: 'started' }, free]), judge);
    expect([early.done.has(free.action), early.against.length]).toEqual([false, 1]);
    const older = { ...plan, writtenAs: 5 };
    expect(foldRun(stamp([{ type: 'started' }, free]), judgeFor(basesOf(older))).done.has(free.action)).toBe(true);
  });

  it('offers only what is open, whichever open step is taken, and comes to the end', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(1000), { minLength: 80, maxLength: 80 }), (picks) => {
        const events: RunEvent[] = [];
        const add = (fact: RunFact) => events.push(stamp([fact], 'tablet-a', 'bea', events.length + 1)[0]);
        add({ type: 'started' });
        const open = (phase: 'removal' | 'refit') => {
          const state = foldRun(events, judge);
          expect(state.against).toEqual([]);
          const view = viewRun(graph, plan, state);
          return view[phase].filter((step) => step.state === 'open' || step.state === 'now');
        };
        const take = (phase: 'removal' | 'refit') => {
          for (let steps = open(phase), n = 0; steps.length; steps = open(phase), n += 1) {
            const step = steps[picks[n % picks.length] % steps.length];
            for (const { key, step: action } of step.actions) {
              if ('gate' in action && action.gate) {
                for (const { id } of action.checks) add({ type: 'test', gate: key, check: id, result: 'pass' });
                add({ type: 'gatePassed', gate: key });
              } else add(doneFact(key));
            }
          }
        };
        take('removal');
        add({ type: 'phase', to: 'refit' });
        take('refit');
        const state = foldRun(events, judge);
        expect(viewRun(graph, plan, state).blocks.filter(({ code }) => code !== 'missing')).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });

  it('shuts no cavity over a piece that fell inside, and goes on once it is found', () => {
    const item = 'lumen-front-door/c1';
    const lost: RunFact = { type: 'lost', item, count: 1, inside: true };
    const seats = (facts: RunFact[]) => {
      const view = viewRun(graph, plan, foldRun(stamp(facts), judge));
      return view.refit
        .filter((step) => step.kind === 'seat' && ['open', 'now'].includes(step.state))
        .map(({ part }) => part);
    };
    const before = facts.slice(
      0,
      facts.findIndex((fact) => keyOf(fact) === 'place:lumen-front-door/woofer'),
    );
    const placed: RunFact[] = [...out, ...before, { type: 'done', action: 'place:lumen-front-door/woofer' }];
    const joined: RunFact[] = [...placed, { type: 'done', action: 'join:lumen-front-door/l5' }];
    const upTo = joined;
    expect(seats(upTo)).toContain('woofer');
    const closed = seats([...upTo, lost]);
    expect(closed).not.toContain('woofer');
    expect(closed).not.toContain('card');
    const seat: RunFact = { type: 'done', action: 'seat:lumen-front-door/woofer' };
    expect(foldRun(stamp([...upTo, lost, seat]), judge).against).toHaveLength(1);
    const found: RunFact = { type: 'found', item, count: 1 };
    expect(seats([...upTo, lost, found])).toEqual(seats(upTo));
  });
});

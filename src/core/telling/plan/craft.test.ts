import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { made, part } from '@tests/support/made';
import { runPlanOf } from './run-plan';
import type { ProcedureDocument, Work } from '../../document';
import { workKindOf } from '../../trade';
import { makePlan } from './plan';
import type { Plan } from './plan-types';

/** A card with a speaker behind it, and work that belongs to one kit. */
const door = (work: Partial<Work>[], more: Partial<ProcedureDocument> = {}): ProcedureDocument =>
  made([part('card', { kind: 'panel' }), part('woofer', { kind: 'speaker', behind: ['card'] })], [], [], {
    work: work.map((one, at) => ({ id: `w${at}`, kind: 'other', needs: ['card'], for: 'kit', ...one })),
    ...more,
  });

function planOf(document: ProcedureDocument, goals = ['fit kit']): Plan {
  const planned = makePlan({ documents: [document], goals, options: {} });
  if (!planned.ok) throw new Error(planned.problems.map(({ message }) => message).join(' '));
  return planned.plan;
}
const fitted = (plan: Plan) => plan.steps.fit.flatMap(({ actions }) => actions);

// Common practice, no source: the order in which work on one place is done.
describe('work of one place', () => {
  const KINDS = [
    'mark-out',
    'move-aside',
    'cut',
    'deburr',
    'clean',
    'seal',
    'damp',
    'route-cable',
    'splice',
    'put-on',
    'fit',
    'tie',
    'grease',
    'check',
  ];

  it('is done in a craftsman’s order, however it was recorded and whatever tools it takes', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(KINDS, { minLength: 2 }), (kinds) => {
        const plan = planOf(door(kinds.map((kind) => ({ kind }))));
        const ranks = fitted(plan).map((key) => workKindOf(kinds[Number(key.slice('work:d/w'.length))]).rank!);
        expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
      }),
      { numRuns: 60 },
    );
  });

  it('keeps a recorded need that says otherwise, and leaves work of another kit alone', () => {
    const plan = planOf(door([{ kind: 'fit' }, { kind: 'cut', needs: ['w0'] }]));
    expect(fitted(plan)).toEqual(['work:d/w0', 'work:d/w1']);
  });

  it('seals a bare edge before damping, and what else is sealed directly after what it seals', () => {
    const edge = planOf(
      door([{ kind: 'damp' }, { kind: 'cut', leaves: ['bare-edge'] }, { kind: 'seal', needs: ['w1'] }]),
    );
    expect(fitted(edge)).toEqual(['work:d/w1', 'work:d/w2', 'work:d/w0']);
    const cable = planOf(
      door([{ kind: 'damp' }, { kind: 'route-cable' }, { kind: 'seal', needs: ['w1'] }, { kind: 'fit' }]),
    );
    expect(fitted(cable)).toEqual(['work:d/w0', 'work:d/w1', 'work:d/w2', 'work:d/w3']);
  });

  it('does a chore once it is clean in there, whatever its kind', () => {
    const plan = planOf(door([{ kind: 'other', while: 'open' }, { kind: 'clean' }, { kind: 'move-aside' }]), [
      'fit kit',
    ]);
    expect(fitted(plan)).toEqual(['work:d/w2', 'work:d/w1', 'work:d/w0']);
  });

  it('undoes what was put aside after the wiring and before greasing, on the way back too', () => {
    const document = door([
      { kind: 'move-aside', phase: 'apart', undo: 'tie back' },
      { kind: 'grease', phase: 'back', needs: ['card'] },
    ]);
    const keys = planOf(document, ['w0', 'w1']).steps.refit.flatMap(({ actions }) => actions);
    expect(keys.indexOf('restore:d/w0')).toBeGreaterThanOrEqual(0);
    expect(keys.indexOf('restore:d/w0')).toBeLessThan(keys.indexOf('work:d/w1'));
  });
});

describe('work that dries', () => {
  it('is waited for only where nothing else can be done, and never counted as work', () => {
    const wet = planOf(
      door([
        { kind: 'seal', dries: 1200, seconds: 60 },
        { kind: 'damp', seconds: 300 },
      ]),
    );
    expect(fitted(wet)).toEqual(['work:d/w0', 'dry:d/w0', 'work:d/w1']);
    expect(wet.waitSeconds).toBe(1200);
    const dry = planOf(
      door([
        { kind: 'seal', seconds: 60 },
        { kind: 'damp', seconds: 300 },
      ]),
    );
    expect(wet.time).toEqual(dry.time);
    expect(wet.steps.fit[1]).toMatchObject({
      title: expect.stringMatching(/^Wait until the .* has dried$/),
      seconds: 1200,
    });
  });

  it('is filled with what another place has to do', () => {
    const document = door([
      { kind: 'seal', dries: 600, seconds: 60 },
      { kind: 'damp', seconds: 60 },
      { kind: 'route-cable', seconds: 400, for: 'other' },
    ]);
    const plan = planOf(document, ['fit kit', 'fit other']);
    expect(fitted(plan)).toEqual(['work:d/w0', 'work:d/w2', 'dry:d/w0', 'work:d/w1']);
    expect(plan.waitSeconds).toBe(200);
  });

  it('keeps what is closed over it open until it is dry, less what putting back has taken by then', () => {
    const plan = planOf(door([{ kind: 'seal', dries: 3600, seconds: 60 }]), ['woofer', 'fit kit']);
    const keys = plan.steps.refit.flatMap(({ actions }) => actions);
    expect(keys.indexOf('dry:d/w0')).toBeGreaterThan(keys.indexOf('seat:d/woofer'));
    expect(keys.indexOf('dry:d/w0')).toBeLessThan(keys.indexOf('seat:d/card'));
    expect(plan.time).toEqual(planOf(door([{ kind: 'seal', seconds: 60 }]), ['woofer', 'fit kit']).time);
    expect(plan.waitSeconds).toBeGreaterThan(3000);
    expect(plan.waitSeconds).toBeLessThan(3600);
  });

  it('says that the vehicle stays where it dries for longer than a day’s work', () => {
    const plan = planOf(door([{ kind: 'seal', dries: 26 * 3600 }, { kind: 'damp' }]));
    expect(plan.steps.fit[1].detail).toContain('That is longer than a working day: the vehicle stays.');
  });

  it('is waited for as little as any order of up to eight works allows', () => {
    const works = fc.array(
      fc.record({
        seconds: fc.integer({ min: 10, max: 300 }),
        dries: fc.option(fc.integer({ min: 60, max: 900 })),
        kit: fc.nat(2),
      }),
      { minLength: 2, maxLength: 5 },
    );
    fc.assert(
      fc.property(works, (list) => {
        const document = door(
          list.map(({ seconds, dries, kit }, at) => ({
            kind: ['seal', 'damp', 'fit'][at % 3],
            seconds,
            for: `k${kit}`,
            ...(dries === null ? {} : { dries }),
          })),
        );
        const plan = planOf(document, [...new Set(list.map(({ kit }) => `fit k${kit}`))]);
        const inFit = plan.steps.fit.filter(({ actions }) => actions[0].startsWith('dry:'));
        const waited = inFit.reduce((sum, { seconds }) => sum + seconds, 0);
        expect(waited).toBe(leastWait(list));
      }),
      { numRuns: 60 },
    );
  });

  it('has forty works of one place planned, each once', () => {
    const plan = planOf(
      door(Array.from({ length: 40 }, (_, at) => ({ kind: ['clean', 'seal', 'damp', 'fit'][at % 4], dries: 60 }))),
    );
    expect(
      fitted(plan)
        .filter((key) => key.startsWith('work:'))
        .sort(),
    ).toHaveLength(40);
  });

  it('is stored with a run, which goes on from it', () => {
    const document = door([{ kind: 'seal', dries: 3600 }]);
    const plan = planOf(document, ['woofer', 'fit kit']);
    const stored = runPlanOf(plan, { documents: [document], options: {}, goals: ['woofer', 'fit kit'], newParts: [] });
    expect(stored.drying).toEqual({ 'dry:d/w0': 3_600_000 });
  });
});

describe('a second person', () => {
  it('is said at the step, and their time is told apart', () => {
    const document = made([part('top', { kind: 'panel', hands: 2 })]);
    const plan = planOf(document, ['top']);
    expect(plan.steps.removal.filter(({ hands }) => hands === 2).length).toBeGreaterThan(0);
    expect(plan.steps.refit.filter(({ hands }) => hands === 2).length).toBeGreaterThan(0);
    expect(plan.secondHandsSeconds).toBeGreaterThan(0);
    expect(planOf(made([part('top', { kind: 'panel' })]), ['top']).secondHandsSeconds).toBe(0);
  });
});

/** The least that is waited, by trying every order that keeps each kit's rank. */
function leastWait(list: { seconds: number; dries: number | null; kit: number }[]): number {
  const rank = (at: number) => workKindOf(['seal', 'damp', 'fit'][at % 3]).rank!;
  const before = list.map((one, at) =>
    [...list.keys()].filter((other) => list[other].kit === one.kit && rank(other) < rank(at)),
  );
  let best = Infinity;
  const go = (done: Map<number, number>, end: number, waited: number): void => {
    if (done.size === list.length) best = Math.min(best, waited);
    for (const at of list.keys()) {
      if (done.has(at) || !before[at].every((need) => done.has(need))) continue;
      const ready = Math.max(end, ...before[at].map((need) => done.get(need)!));
      const next = ready + list[at].seconds;
      go(new Map(done).set(at, next + (list[at].dries ?? 0)), next, waited + ready - end);
    }
  };
  go(new Map(), 0, 0);
  return best;
}

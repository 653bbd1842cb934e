import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { runPlanFor, stamp } from '@tests/support/run';
import type { ProcedureDocument } from '../../document';
import { activeSeconds } from './active-time';
import type { RunEvent, RunFact } from './events';
import { foldRun } from './fold';
import { graphOf } from './basis';
import { viewRun } from './view';

const plan = runPlanFor(demoProcedure('kite-rear-door'), ['woofer'], { windows: 'power' });
const graph = graphOf(plan);
const view = (facts: RunFact[]) => viewRun(graph, plan, foldRun(stamp([{ type: 'started' }, ...facts])));
const done = (action: string, count?: number): RunFact => ({ type: 'done', action, ...(count ? { count } : {}) });
const key = (type: string, item: string) => `${type}:kite-rear-door/${item}`;
const all = plan.removal.map((action) => done(action));

describe('what is next', () => {
  it('is the first planned step that nothing stands against', () => {
    expect(view([]).nextAction?.key).toBe(plan.removal[0]);
    expect(view([done(plan.removal[0])]).nextAction?.key).toBe(plan.removal[1]);
  });

  it('stays the same step while pieces of it are still in', () => {
    const upTo = plan.removal.slice(0, plan.removal.indexOf(key('release', 'c1'))).map((action) => done(action));
    const half = view([...upTo, done(key('release', 'c1'), 4)]);
    expect(half.nextAction).toMatchObject({ key: key('release', 'c1'), total: 9, done: 4 });
    expect(view([...upTo, done(key('release', 'c1'), 4), done(key('release', 'c1'), 5)]).nextAction?.key).not.toBe(
      key('release', 'c1'),
    );
  });

  it('waits for the way in that was taken, not for another that is done later anyway', () => {
    const base = demoProcedure('kite-rear-door');
    const part = (id: string, behind?: string[]) => ({
      id,
      kind: 'cover',
      motions: ['pull'],
      ...(behind && { behind }),
    });
    const document: ProcedureDocument = {
      ...base,
      parts: [part('cap'), part('panel'), part('pocket', ['panel:free'])],
      fasteners: [{ id: 's', holds: 'panel', kind: 'screw', drive: 'T20' }],
      links: [],
      routes: [{ of: 's', anyOf: [['cap'], ['pocket:free']] }],
      before: [],
      recordedOrder: [],
    };
    const both = runPlanFor(document, ['panel', 'pocket'], { windows: 'power' });
    expect(both.waysTaken).toEqual({ 'kite-rear-door/s': 0 });
    const upTo = both.removal.slice(0, both.removal.indexOf(key('release', 's'))).map((action) => done(action));
    expect(upTo).toHaveLength(2);
    const { now } = viewRun(graphOf(both), both, foldRun(stamp([{ type: 'started' }, ...upTo])));
    expect(now?.actions[0].key).toBe(key('release', 's'));
  });

  it('goes round a step that was skipped with a reason', () => {
    const skipped = view([{ type: 'skipped', action: plan.removal[0], reason: 'was missing on arrival' }]);
    expect(skipped.removal[0].actions[0].state).toBe('skipped');
    expect(skipped.nextAction?.key).toBe(plan.removal[1]);
  });

  it('is nothing while the new parts are fitted, and a step of the way back after that', () => {
    expect(view([...all, { type: 'phase', to: 'fit' }]).now).toBeNull();
    expect(view([...all, { type: 'phase', to: 'refit' }]).now).not.toBeNull();
  });

  it('takes in a step that nobody planned', () => {
    const extra = view([done(key('release', 'cc'))]);
    expect(extra.removal.flatMap(({ actions }) => actions.map((one) => one.key))).not.toContain(key('release', 'cc'));
    const power = runPlanFor(demoProcedure('kite-rear-door'), ['sail'], { windows: 'power' });
    const more = viewRun(graphOf(power), power, foldRun(stamp([{ type: 'started' }, done(key('release', 'p1'))])));
    expect(more.removal.flatMap(({ actions }) => actions.map((one) => one.key))).toContain(key('release', 'p1'));
    expect(more.ledger.map((row) => row.item)).toContain('kite-rear-door/p1');
  });
});

describe('what blocks finishing', () => {
  it('names what is not joined, not seated, not back', () => {
    const { blocks } = view([...all, { type: 'phase', to: 'refit' }]);
    expect(new Set(blocks.map((block) => block.code))).toEqual(
      new Set(['not-joined', 'not-seated', 'step', 'gate', 'missing']),
    );
    expect(blocks.find((block) => block.code === 'not-joined')!.text).toMatch(/^Still to do: /);
  });

  it('is that it was never started', () => {
    expect(viewRun(graph, plan, foldRun([])).blocks.map((block) => block.code)).toEqual(['not-started']);
  });

  it('asks which count is right where more came out than there are', () => {
    const { blocks } = view([done(key('release', 'c1'), 6), done(key('release', 'c1'), 6)]);
    expect(blocks.map((block) => block.code)).toContain('over-count');
  });
});

describe('time worked', () => {
  const at = (minutes: number, fact: RunFact, n: number): RunEvent => ({
    ...stamp([fact], 'tablet-a', 'bea', n)[0],
    at: new Date(Date.UTC(2026, 2, 2, 9, minutes)).toISOString(),
  });

  it('is from start to finish without pauses and without breaks nobody noted', () => {
    const events = [
      at(0, { type: 'started' }, 1),
      at(5, done(plan.removal[0]), 2),
      at(6, { type: 'paused' }, 3),
      at(90, { type: 'resumed' }, 4),
      at(94, done(plan.removal[1]), 5),
      at(150, done(plan.removal[2]), 6),
      at(155, { type: 'finished' }, 7),
    ];
    // 6 minutes, then the pause, 4 minutes, then 56 minutes that are no one step, 5 minutes.
    expect(activeSeconds(events)).toBe((6 + 4 + 5) * 60);
  });

  it('is unknown while a run is not finished', () => {
    expect(activeSeconds([])).toBe(0);
    expect(activeSeconds([at(0, { type: 'started' }, 1), at(5, done(plan.removal[0]), 2)])).toBe(0);
  });
});

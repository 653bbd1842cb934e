import { describe, expect, it } from 'vitest';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { deviceOf, workThrough } from '../support/work-run';
import {
  decideFindings,
  exportInsights,
  openJob,
  openRun,
  openRunScreen,
  planView,
  proposalsOf,
  receiveEvents,
  viewInsights,
  viewProcedure,
} from '@/services';
import { HOME } from '@/data';
import type { RunEvent } from '@/core/bay';
import type { LogEvent } from '@/contracts/schemas';

const { people } = sharedKiteShop();

const MISSED = {
  type: 'stuck',
  item: 'kite-rear-door/card',
  cause: 'not-released',
  culprit: 'kite-rear-door/p1',
  words: 'Look behind the reflector',
} as const;
const RENEWED = { type: 'renewed', item: 'kite-rear-door/c1', count: 1 } as const;
const BROKE = { type: 'broken', item: 'kite-rear-door/c1', count: 1 } as const;

/** Works one Kite through to the end, with so many seconds from step to step. */
async function finishRun(secondsApart: number, missed: boolean): Promise<string> {
  const job = await openJob(people.technician, kiteJob('Speakers'));
  const run = await openRun(people.technician, { job, ...REAR_SPEAKER });
  const { run: opened } = await openRunScreen(HOME, run);
  const first = opened.plan.removal[0];
  const stamp = deviceOf('technician', `tablet-${job}`);
  const extra = missed
    ? { [first]: [MISSED, BROKE, { type: 'note', item: 'kite-rear-door/p1', text: 'Start low.' } as const, RENEWED] }
    : {};
  const events: RunEvent[] = [...workThrough(opened.plan, stamp, extra), stamp({ type: 'finished' })];
  const from = Date.UTC(2026, 2, 2, 9);
  const spread = events.map((event, n) => ({ ...event, at: new Date(from + n * secondsApart * 1000).toISOString() }));
  const { kept } = await receiveEvents(people.technician, run, spread as unknown as LogEvent[], 0);
  expect(kept).toHaveLength(events.length);
  return run;
}

describe('what finished runs teach', () => {
  it('is nothing before the first of them', async () => {
    const view = await viewInsights(people.trainee);
    expect(view).toMatchObject({ runs: 0, time: [], breaks: [], misses: [], calibration: { of: 0, held: 0 } });
    expect((await exportInsights(people.trainee, 'breaks')).toString()).toContain('nothing');
  });

  it('counts believable promises alone, and says where time goes, what breaks and what is missed', async () => {
    await finishRun(25, true);
    await finishRun(25, false);
    await finishRun(0.2, true);
    const view = await viewInsights(people.lead);
    expect(view.runs).toBe(3);
    // The one that was tapped through promised nothing.
    expect(view.calibration.of).toBe(2);
    expect(view.promises).toHaveLength(2);
    expect(view.leftOut.tooFast).toBeGreaterThan(10);
    expect(view.time.map(({ what }) => what)).toContain('fasteners out');
    expect(view.leftOut.runs).toBe(1);
    expect(view.hands).toMatchObject([{ who: 'The technician', runs: 2 }]);
    expect(view.repetition).toMatchObject([
      { times: 'first time', runs: 1 },
      { times: 'second time', runs: 1 },
    ]);
    expect(view.breaks).toMatchObject([{ what: 'push clips', broken: 2 }]);
    expect(view.misses).toMatchObject([{ procedure: 'kite-rear-door', runs: 3, missed: 2, percent: 67 }]);
    expect(view.rehearse[0].words[0]).toBe('Missed in 2 of 3 runs: Look behind the reflector.');
    const csv = (await exportInsights(people.lead, 'misses')).toString().split('\r\n');
    expect(csv[0]).toBe('procedure,title,runs,missed,percent');
    expect(csv[1]).toContain('kite-rear-door');
  });

  it('is told at the step of the next plan and in the bay, on the mirrored side too', async () => {
    const words = ['Missed in 2 of 3 runs: Look behind the reflector.', 'Noted before: “Start low.”'];
    const view = await planView(people.trainee, { procedures: ['kite-rear-door@right'], job: null });
    expect(view.heard['kite-rear-door@right/p1']).toEqual(words);
    const job = await openJob(people.technician, kiteJob('Next'));
    const next = await openRunScreen(HOME, await openRun(people.technician, { job, ...REAR_SPEAKER }));
    expect(next.heard['kite-rear-door/p1']).toEqual(words);
  });

  it('becomes proposals; taken in, it says what came of it', async () => {
    const { proposals } = await proposalsOf(HOME, 'kite-rear-door');
    const missed = proposals.find(({ item }) => item === 'p1')!;
    expect(missed).toMatchObject({ ofRuns: 3, standing: 'open' });
    expect(missed.findings).toHaveLength(2);
    const ids = missed.findings.map(({ id }) => id);
    await expect(
      decideFindings(people.lead, 'kite-rear-door', { findings: ids, decision: 'accepted', seen: 9 }),
    ).rejects.toMatchObject({ code: 'moved-on' });
    await decideFindings(people.lead, 'kite-rear-door', { findings: ids, decision: 'accepted', seen: 1, only: [1] });
    const { document, decisions } = await viewProcedure(HOME, 'kite-rear-door');
    // Only the second change was taken.
    expect(document.fasteners.find(({ id }) => id === 'p1')).toMatchObject({ difficultyWhy: 'easily missed' });
    expect(document.fasteners.find(({ id }) => id === 'p1')!.difficulty).toBeUndefined();
    expect(decisions[0].effect).toBe('Trouble in 2 of 3 runs before; no run since.');
    await finishRun(25, false);
    expect((await viewInsights(people.lead)).effects).toMatchObject([
      { procedure: 'kite-rear-door', revision: 2, words: 'Trouble in 2 of 3 runs before, in none of 1 since.' },
    ]);
  });

  it('may become an option of the vehicle: both stand, each under its value', async () => {
    const { proposals } = await proposalsOf(HOME, 'kite-rear-door');
    const broke = proposals.find(({ item }) => item === 'c1')!;
    await decideFindings(people.lead, 'kite-rear-door', {
      findings: broke.findings.map(({ id }) => id),
      decision: 'option',
      option: { option: 'clips', usual: 'late', value: 'early' },
    });
    const { document, decisions } = await viewProcedure(HOME, 'kite-rear-door');
    expect(document.options!.clips).toEqual(['late', 'early']);
    const clips = document.fasteners.filter(({ id }) => id.startsWith('c1'));
    expect(clips.map(({ when, reuse }) => [when?.clips, reuse])).toEqual([
      ['late', 'inspect'],
      ['early', 'replace'],
    ]);
    expect(decisions[0]).toMatchObject({ decision: 'option', revision: 3 });
  });
});

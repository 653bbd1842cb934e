import { beforeAll, describe, expect, it } from 'vitest';
import { sharedKiteShop } from '../support/kite-shop';
import { deviceOf } from '../support/work-run';
import {
  decideFindings,
  openRun,
  openRunScreen,
  planView,
  proposalsOf,
  readDraft,
  receiveEvents,
  saveDraft,
  viewProcedure,
} from '@/services';
import { HOME } from '@/data';
import type { RunFact } from '@/core/bay';
import type { LogEvent } from '@/contracts/schemas';

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

const event = deviceOf('technician');
const newRun = (procedure = 'kite-rear-door') =>
  openRun(people.technician, {
    job,
    procedures: [procedure],
    goals: ['card'],
    options: { windows: 'power' },
    newParts: [],
  });
const record = (run: string, facts: RunFact[]) =>
  receiveEvents(people.technician, run, facts.map(event) as unknown as LogEvent[], 0);

const T20: RunFact = {
  type: 'asFound',
  item: 'kite-rear-door/s4',
  difference: 'drive is T20',
  change: { drive: 'T20' },
};

let firstRun: string;
describe('findings', () => {
  it('of several runs that say the same are one proposal, of the mirrored twin too', async () => {
    firstRun = await newRun();
    await record(firstRun, [T20]);
    await record(await newRun('kite-rear-door@right'), [
      { ...T20, item: 'kite-rear-door@right/s4' },
      {
        type: 'extra',
        procedure: 'kite-rear-door@right',
        holds: 'card',
        kind: 'screw',
        drive: 'T20',
        count: 1,
        point: [100, 200],
      },
    ]);
    const { proposals } = await proposalsOf(HOME, 'kite-rear-door');
    expect(proposals.map(({ findings, standing }) => [findings.length, standing])).toEqual([
      [2, 'open'],
      [1, 'open'],
    ]);
    expect(proposals[0].sentences).toEqual(['The T25 screws of the door speaker are now T20.']);
  });

  it('that a lead accepts make a revision that the next plan follows, credited to who found them, and go into the draft', async () => {
    const before = await readDraft(people.technician, 'kite-rear-door');
    await saveDraft(
      people.technician,
      'kite-rear-door',
      0,
      JSON.stringify({ ...before.document, title: 'Kite in hand' }),
    );
    const [{ findings }] = (await proposalsOf(HOME, 'kite-rear-door')).proposals;
    const ids = findings.map(({ id }) => id);
    await expect(
      decideFindings(people.technician, 'kite-rear-door', { findings: ids, decision: 'accepted' }),
    ).rejects.toMatchObject({ kind: 'forbidden' });
    expect(await decideFindings(people.lead, 'kite-rear-door', { findings: ids, decision: 'accepted' })).toEqual({
      revision: 2,
    });
    const view = await viewProcedure(HOME, 'kite-rear-door');
    expect(view.revisions[0]).toMatchObject({ revision: 2, madeBy: 'technician', approvedBy: 'lead' });
    expect(view.revisions[0].note).toMatch(/are now T20.* Found by .* on job/);
    const { documents } = await planView(people.technician, { procedures: ['kite-rear-door'], job: null });
    expect(documents[0].fasteners.find(({ id }) => id === 's4')?.drive).toBe('T20');
    const draft = await readDraft(people.technician, 'kite-rear-door');
    expect(draft.document.title).toBe('Kite in hand');
    expect(draft.document.fasteners.find(({ id }) => id === 's4')?.drive).toBe('T20');
    // The run it was found on stays on its revision, and is told what changed.
    const { newer, run: old } = await openRunScreen(HOME, firstRun);
    expect(newer).toMatchObject([
      { procedure: 'kite-rear-door', inForce: 2, sentences: [expect.stringContaining('T20') as string] },
    ]);
    expect(old.plan.documents[0].fasteners.find(({ id }) => id === 's4')?.drive).toBe('T25');
    expect((await openRunScreen(HOME, await newRun())).newer).toEqual([]);
    // Decided once: whoever comes second is told.
    await expect(
      decideFindings(people.lead, 'kite-rear-door', { findings: ids, decision: 'this-vehicle' }),
    ).rejects.toMatchObject({ code: 'already-decided' });
  });

  it('decided by two at once are decided by one', async () => {
    const [{ findings }] = (await proposalsOf(HOME, 'kite-rear-door')).proposals;
    const form = { findings: findings.map(({ id }) => id), decision: 'accepted' as const };
    const both = await Promise.allSettled(
      [people.lead, people.owner].map((by) => decideFindings(by, 'kite-rear-door', form)),
    );
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((await viewProcedure(HOME, 'kite-rear-door')).revisions[0].revision).toBe(3);
  });

  it('that are rejected keep the reason, and are not asked about again', async () => {
    await record(await newRun(), [{ type: 'finding', item: 'kite-rear-door/card', text: 'paint it red' }]);
    const [{ findings }] = (await proposalsOf(HOME, 'kite-rear-door')).proposals;
    const ids = findings.map(({ id }) => id);
    await decideFindings(people.lead, 'kite-rear-door', {
      findings: ids,
      decision: 'rejected',
      reason: 'not ours to paint',
    });
    const after = await proposalsOf(HOME, 'kite-rear-door');
    expect(after.proposals).toEqual([]);
    expect(after.decisions[0]).toMatchObject({ decision: 'rejected', reason: 'not ours to paint', by: 'lead' });
  });
});

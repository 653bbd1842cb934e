import { beforeAll, describe, expect, it } from 'vitest';
import { sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { stamp } from '../support/run';
import { type LogEvent, type RehearseForm, rehearsedSchema } from '@/contracts/schemas';
import type { Move } from '@/core/rehearse';
import type { RunFact } from '@/core/bay';
import {
  addBranch,
  approveDraft,
  beginRehearsal,
  changeSettings,
  dropRehearsal,
  finishRehearsal,
  openRun,
  openRunScreen,
  planView,
  readDraft,
  readShop,
  receiveEvents,
  rehearseChoices,
  saveDraft,
  setRehearsal,
  shareProcedure,
  viewInsights,
  viewRehearsal,
  viewRehearse,
  viewTesters,
} from '@/services';
import { dbOf, getPerson, HOME, type Actor } from '@/data';

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

const KITE = 'kite-rear-door';
const form = (more: Partial<RehearseForm> = {}): RehearseForm => ({
  procedure: KITE,
  draft: false,
  level: 'alone',
  bothWays: false,
  goals: ['pull-cap'],
  options: { windows: 'power' },
  ...more,
});
const cap = (gesture: 'out-front' | 'up'): Move => ({ do: 'pull', item: `${KITE}/pull-cap`, gesture });
/** Off in two motions, as recorded. */
const CLEAN: Move[] = [{ do: 'take', tool: 'pick' }, cap('out-front'), cap('out-front'), { do: 'turn-back' }];
/** Moved up first: its tabs hold. */
const CLUMSY: Move[] = [cap('up'), ...CLEAN];

describe('a rehearsal', () => {
  it('is worked out on the server from its moves, kept once, and seen by its own person and leads', async () => {
    const { id } = await beginRehearsal(people.trainee, form());
    const view = await viewRehearsal(people.trainee, id);
    expect(view).toMatchObject({ of: 'revision 1', setup: { level: 'alone', faults: [] } });
    await expect(viewRehearsal(people.lead, id)).rejects.toMatchObject({ kind: 'not-found' });
    await expect(viewRehearsal(people.technician, id)).rejects.toMatchObject({ kind: 'not-found' });
    await expect(finishRehearsal(people.lead, id, { moves: CLEAN, takenSeconds: 9 })).rejects.toMatchObject({
      kind: 'not-found',
    });
    await expect(
      finishRehearsal(people.trainee, id, { moves: CLEAN.slice(0, 2), takenSeconds: 9 }),
    ).rejects.toMatchObject({ code: 'not-over' });
    const score = await finishRehearsal(people.trainee, id, { moves: CLUMSY, takenSeconds: 31 });
    expect(score).toMatchObject({ ending: 'finished', stopped: 1, points: 98 });
    expect(await finishRehearsal(people.trainee, id, { moves: CLEAN, takenSeconds: 1 })).toEqual(score);
    expect((await viewRehearsal(people.lead, id)).played?.score).toEqual(score);
    expect((await viewRehearsal(people.trainee, id)).played).toEqual({ moves: CLUMSY, takenSeconds: 31, score });
    const { past, due } = await viewRehearse(people.trainee);
    expect(past[0]).toMatchObject({ id, points: 98, procedure: KITE });
    expect(due.find(({ what }) => what === 'procedure')).toMatchObject({ procedure: KITE, inDays: 1, lastPoints: 98 });
  });

  it('sent twice at once is kept once', async () => {
    const { id } = await beginRehearsal(people.trainee, form());
    const both = await Promise.all([
      finishRehearsal(people.trainee, id, { moves: CLEAN, takenSeconds: 5 }),
      finishRehearsal(people.trainee, id, { moves: CLUMSY, takenSeconds: 5 }),
    ]);
    expect(both[0]).toEqual(both[1]);
  });

  it('says what cannot be begun', async () => {
    await expect(beginRehearsal(people.trainee, form({ procedure: 'none' }))).rejects.toMatchObject({
      kind: 'not-found',
    });
    await expect(beginRehearsal(people.trainee, form({ goals: ['spoiler'] }))).rejects.toMatchObject({
      code: 'goal-unknown',
    });
    await expect(beginRehearsal(people.trainee, form({ draft: true }))).rejects.toMatchObject({ code: 'no-draft' });
    await expect(beginRehearsal(people.trainee, form({ options: { windows: 'sail' } }))).rejects.toMatchObject({
      kind: 'invalid',
    });
    expect(await rehearseChoices(people.trainee, KITE, false)).toMatchObject({
      usual: 'woofer',
      options: { windows: ['power', 'crank'] },
    });
  });

  it('of what another branch keeps to itself is not there', async () => {
    const branch = await addBranch(people.owner, {
      name: 'Far',
      owner: 'Ada Brine',
      pin: '8341',
      password: 'a long password',
    });
    const other: Actor = { ...(await getPerson(dbOf(branch), 'ada-brine')), byPassword: true };
    await shareProcedure(people.lead, KITE, false);
    await expect(beginRehearsal(other, form())).rejects.toMatchObject({ kind: 'not-found' });
    await shareProcedure(people.lead, KITE, true);
    await expect(setRehearsal(other, { person: 'trainee', procedure: KITE, level: 'alone' })).rejects.toMatchObject({
      code: 'person-unknown',
    });
  });

  it('teaches nothing about real jobs', async () => {
    const [plan, insights] = [
      await planView(people.lead, { procedures: [KITE], job: null }),
      await viewInsights(people.lead),
    ];
    for (let n = 0; n < 3; n += 1) {
      const { id } = await beginRehearsal(people.technician, form());
      await finishRehearsal(people.technician, id, {
        moves: [{ ...cap('up'), mm: 400 } as Move, ...CLEAN],
        takenSeconds: 20,
      });
    }
    expect((await viewRehearse(people.technician)).past[0].brokenPieces).toBeGreaterThan(0);
    expect((await planView(people.lead, { procedures: [KITE], job: null })).policy.history).toEqual(
      plan.policy.history,
    );
    expect(await viewInsights(people.lead)).toEqual(insights);
  });

  it('with faults has those that runs met first', async () => {
    const { id: run } = await newRun();
    const found: RunFact = {
      type: 'asFound',
      item: `${KITE}/s4`,
      difference: 'They are T20 here',
      change: { drive: 'T20' },
    };
    await receiveEvents(people.technician, run, stamp([found], 'tablet-a', 'technician') as unknown as LogEvent[], 0);
    const { id } = await beginRehearsal(people.trainee, form({ level: 'faults', goals: ['woofer'] }));
    const { setup } = await viewRehearsal(people.trainee, id);
    expect(setup.faults).toHaveLength(2);
    expect(setup.faults[0]).toEqual({ fault: 'other-drive', item: `${KITE}/s4`, drive: 'T20' });
    expect(setup.documents[0].fasteners.find(({ id: one }) => one === 's4')?.drive).toBe('T20');
  });
});

const newRun = async () => ({
  id: await openRun(people.lead, { job, ...REAR_SPEAKER, newParts: [] }),
});

describe('what a lead sets', () => {
  it('stands until it was rehearsed to its end at that level or a harder one, and is told where the run begins', async () => {
    const task = { person: 'trainee', procedure: KITE, level: 'alone' as const };
    await expect(setRehearsal(people.technician, task)).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(setRehearsal(people.lead, { ...task, person: 'nobody' })).rejects.toMatchObject({ kind: 'not-found' });
    await setRehearsal(people.lead, task);
    const { id: run } = await newRun();
    const told = async () => (await openRunScreen(HOME, run)).toRehearse.map(({ person }) => person);
    expect(await told()).toEqual(['trainee']);
    const rehearse = async (level: RehearseForm['level'], moves: Move[]) => {
      const { id } = await beginRehearsal(people.trainee, form({ level }));
      await finishRehearsal(people.trainee, id, { moves, takenSeconds: 9 });
    };
    await rehearse('guided', CLEAN);
    await rehearse('alone', [{ do: 'stop' }]);
    expect((await viewRehearse(people.trainee)).mine).toHaveLength(1);
    await rehearse('clock', CLEAN);
    expect((await viewRehearse(people.trainee)).mine).toEqual([]);
    expect(await told()).toEqual([]);
    expect((await viewRehearse(people.lead)).tasks).toMatchObject([{ person: 'trainee', doneAt: expect.any(String) }]);
    await dropRehearsal(people.lead, task);
    expect((await viewRehearse(people.lead)).tasks).toEqual([]);
  });
});

describe('a draft', () => {
  it('is published once enough others have rehearsed it as it stands; where they went wrong is said beside it', async () => {
    const { document } = await readDraft(people.lead, KITE);
    const changed = { ...document, title: 'Velden Kite, rear door, again' };
    const { version } = await saveDraft(people.lead, KITE, 0, JSON.stringify(changed));
    const { settings } = await readShop(HOME);
    await changeSettings(people.owner, { ...settings, testersBeforePublishing: 1 });
    const publish = (at: number) => approveDraft(people.lead, KITE, at, 'again');
    await expect(publish(version)).rejects.toMatchObject({ code: 'not-rehearsed' });
    const rehearse = async (by: Actor, moves: Move[]) => {
      const { id } = await beginRehearsal(by, form({ draft: true }));
      await finishRehearsal(by, id, { moves, takenSeconds: 9 });
    };
    // Who wrote it does not count, nor who gave up.
    await rehearse(people.lead, CLEAN);
    await rehearse(people.trainee, [{ do: 'stop' }]);
    await expect(publish(version)).rejects.toMatchObject({ code: 'not-rehearsed' });
    await rehearse(people.trainee, CLUMSY);
    expect(await viewTesters(people.lead, KITE)).toMatchObject({
      wanted: 1,
      people: ['The trainee'],
      remarks: [{ item: 't1', words: expect.stringContaining('pulled the wrong way') }],
    });
    // Another version has to be rehearsed anew.
    const next = await saveDraft(
      people.lead,
      KITE,
      version,
      JSON.stringify({ ...changed, title: 'Velden Kite, rear door' }),
    );
    await expect(publish(next.version)).rejects.toMatchObject({ code: 'not-rehearsed' });
    await rehearse(people.technician, CLEAN);
    await expect(publish(next.version)).resolves.toBe(2);
    expect(await viewTesters(people.lead, KITE)).toBeNull();
    await changeSettings(people.owner, { ...settings, testersBeforePublishing: 0 });
  });
});

describe('moves from outside', () => {
  it.each([
    [{ do: 'fly' }],
    [{ do: 'pull', item: 'd/card', gesture: 'sideways' }],
    [{ do: 'use', item: 'd/s', pieces: 0 }],
    [{ do: 'take' }],
    [{ do: 'pull', item: 'd/card', gesture: 'up', mm: -1 }],
  ])('are refused where they are none: %j', (move) => {
    expect(rehearsedSchema.validate({ moves: [move], takenSeconds: 1 }).error).toBeTruthy();
  });
  it('of items that are not there change nothing', async () => {
    const { id } = await beginRehearsal(people.trainee, form());
    const moves: Move[] = [
      { do: 'use', item: 'nowhere/nothing' },
      { do: 'pull', item: `${KITE}/ghost`, gesture: 'up' },
      { do: 'use', item: 'no-slash' },
      { do: 'back', step: 'x' },
      ...CLEAN,
    ];
    expect(await finishRehearsal(people.trainee, id, { moves, takenSeconds: 5 })).toMatchObject({ points: 100 });
  });
});

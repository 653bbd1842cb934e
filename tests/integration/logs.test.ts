import { WALKED_ROUND } from '../support/visit';
import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { HERE } from '../support/sender';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import type { RunFact, VisitFact } from '@/core/bay';
import {
  approveDraft,
  bringIn,
  changePerson,
  eventsSince,
  jobBoard,
  lookedAt,
  moveStock,
  openFlags,
  openJob,
  openRun,
  openRunScreen,
  openVisit,
  overrideGate,
  receiveEvents,
  viewJob,
  viewProcedure,
  viewStores,
  watchLog,
} from '@/services';
import pg from 'pg';
import { HOME, dbOf, listMisses } from '@/data';
import { demoProcedure } from '../support/demo';

const db = dbOf(HOME);

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

let lamport = 0;
const event = (fact: RunFact | VisitFact | { type: string; [field: string]: unknown }, person = 'technician') => {
  lamport += 1;
  return {
    id: randomUUID() as string,
    lamport,
    device: 'a',
    seq: lamport,
    person,
    at: new Date().toISOString(),
    ...fact,
  };
};
const newRun = () => openRun(people.technician, { job, ...REAR_SPEAKER });
const note = (text: string, person?: string) => event({ type: 'note', text }, person);
const flagsOf = async (logEvent: { id: string }) =>
  (
    await db.query<{ reason: string; body: string | null }>(
      'select reason, body from flags where event_id = $1 order by reason',
      [logEvent.id],
    )
  ).rows;

describe('what arrives in a log', () => {
  it('is kept whatever one bad event among it says; the bad one is set aside, and not asked for again', async () => {
    const run = await newRun();
    const good = [note('one'), note('two')];
    const bad = event({ type: 'done', action: 'release:kite-rear-door/c1', count: 'many' });
    const answer = await receiveEvents(people.technician, run, [good[0], bad, good[1]], 0);
    expect(new Set(answer.kept)).toEqual(new Set([good[0].id, good[1].id, bad.id]));
    expect(answer.setAside).toEqual([{ id: bad.id, reason: expect.stringContaining('count') }]);
    expect((await eventsSince(HOME, run, 0)).events.map(({ id }) => id)).toEqual(good.map(({ id }) => id));
    const [flag] = await flagsOf(bad);
    expect([flag.reason, JSON.parse(flag.body!)]).toEqual(['unreadable', bad]);
    await receiveEvents(people.technician, run, [bad], 0);
    expect(await flagsOf(bad)).toHaveLength(1);
  });

  it('without a readable id is set aside too', async () => {
    const answer = await receiveEvents(
      people.technician,
      await newRun(),
      ['rubbish', null, { ...note('x'), id: 'x' }],
      0,
    );
    expect([answer.kept, answer.setAside.length]).toEqual([[], 3]);
  });

  it('about a procedure that the run does not have is refused into the lead’s list', async () => {
    const stray = event({ type: 'done', action: 'release:lumen-front-door/c1' });
    const answer = await receiveEvents(people.technician, await newRun(), [stray], 0);
    expect(answer.setAside).toEqual([{ id: stray.id, reason: expect.stringContaining('lumen-front-door') }]);
    expect((await flagsOf(stray))[0].reason).toBe('foreign');
    const extra = event({ type: 'extra', procedure: 'lumen-front-door', holds: 'card', kind: 'tab', count: 1 });
    const own = event({ type: 'extra', procedure: 'kite-rear-door', holds: 'card', kind: 'tab', count: 1 });
    expect(
      (
        await receiveEvents(
          people.technician,
          await newRun(),
          [extra, own, event({ type: 'done', action: 'batteryOff' })],
          0,
        )
      ).setAside.map(({ id }) => id),
    ).toEqual([extra.id]);
  });

  it('from a newer version is kept in the log and told to a lead', async () => {
    const run = await newRun();
    const newer = event({ type: 'welded', seam: { length: 12 } });
    expect((await receiveEvents(people.technician, run, [newer], 0)).kept).toEqual([newer.id]);
    expect((await eventsSince(HOME, run, 0)).events).toEqual([newer]);
    expect((await flagsOf(newer)).map(({ reason }) => reason)).toEqual(['unknown-type']);
  });

  it('from somebody removed meanwhile is kept, flagged for a lead, and looked at once', async () => {
    const run = await newRun();
    await changePerson(people.owner, 'trainee', { active: false });
    const late = note('seven of nine out', 'trainee');
    expect((await receiveEvents(people.technician, run, [late], 0)).kept).toEqual([late.id]);
    expect((await eventsSince(HOME, run, 0)).events).toHaveLength(1);
    const before = (await openFlags(HOME, [job])).filter(({ detail }) => detail.includes('The trainee'));
    expect(before).toHaveLength(1);
    expect((await viewJob(HOME, job)).flags).toBeGreaterThan(0);
    await expect(lookedAt(people.technician, before[0].id)).rejects.toMatchObject({ kind: 'forbidden' });
    await lookedAt(people.lead, before[0].id);
    expect((await openFlags(HOME, [job])).filter(({ detail }) => detail.includes('The trainee'))).toHaveLength(0);
    await changePerson(people.owner, 'trainee', { active: true });
  });

  it('on a shared tablet, by one person sent by another, says so; sent again by a third it says nothing more', async () => {
    const run = await newRun();
    const theirs = note('mine', 'technician');
    await receiveEvents(people.lead, run, [theirs], 0);
    await receiveEvents(people.owner, run, [theirs], 0);
    expect((await flagsOf(theirs)).map(({ reason }) => reason)).toEqual(['other-sender']);
  });

  it('in a log that there is none of is not found', async () => {
    await expect(receiveEvents(people.technician, randomUUID(), [note('x')], 0)).rejects.toMatchObject({
      code: 'log-unknown',
    });
    await expect(eventsSince(HOME, randomUUID(), 0)).rejects.toMatchObject({ code: 'log-unknown' });
  });

  it('is told to those who watch it, and not to those who watch another', async () => {
    const [run, other] = [await newRun(), await newRun()];
    let heard = 0;
    let wrong = 0;
    const stops = [
      await watchLog(HOME, run, () => {
        heard += 1;
      }),
      await watchLog(HOME, other, () => {
        wrong += 1;
      }),
    ];
    await expect.poll(() => heard > 0 && wrong > 0, { timeout: 30_000 }).toBe(true);
    [heard, wrong] = [0, 0];
    await receiveEvents(people.technician, run, [note('x')], 0);
    await expect.poll(() => heard, { timeout: 30_000 }).toBe(1);
    expect(wrong).toBe(0);
    for (const stop of stops) stop();
  });

  it('carries a device’s wrong clock along, and orders by logical time all the same', async () => {
    const run = await newRun();
    const slow = { ...note('first'), at: '1970-01-01T00:00:00.000Z' };
    const fast = { ...note('second'), at: '2031-01-01T00:00:00.000Z' };
    await receiveEvents(people.technician, run, [fast, slow], 0);
    const { events } = await openRunScreen(HOME, run);
    expect(events.map(({ at }) => at).sort()).toEqual([slow.at, fast.at]);
  });
});

describe('a gate over a failed test', () => {
  const gate = 'gate:test:kite-rear-door/card';
  it('opens on the word and PIN of a lead, in the lead’s name, and of nobody else', async () => {
    const run = await newRun();
    const form = { gate, reason: 'speaker follows on Friday' };
    await expect(
      overrideGate(people.technician, run, { ...form, lead: 'lead', pin: '9999' }, HERE),
    ).rejects.toMatchObject({ code: 'wrong-secret' });
    await expect(
      overrideGate(people.technician, run, { ...form, lead: 'technician', pin: '8341' }, HERE),
    ).rejects.toMatchObject({ code: 'not-allowed' });
    expect((await eventsSince(HOME, run, 0)).events).toEqual([]);
    await overrideGate(people.technician, run, { ...form, lead: 'lead', pin: '8341' }, HERE);
    expect((await eventsSince(HOME, run, 0)).events).toMatchObject([
      { type: 'overridden', person: 'lead', gate, reason: form.reason },
    ]);
  });

  it('is opened by no event that a device makes, whoever is signed in on it', async () => {
    const run = await newRun();
    for (const by of [people.technician, people.lead]) {
      const alone = event({ type: 'overridden', gate, reason: 'late already' }, by.id);
      expect((await receiveEvents(by, run, [alone], 0)).setAside).toMatchObject([{ id: alone.id }]);
      expect((await flagsOf(alone)).map(({ reason }) => reason)).toEqual(['override']);
    }
    expect((await eventsSince(HOME, run, 0)).events).toEqual([]);
  });
});

describe('a visit', () => {
  const open = async () => {
    const number = await openJob(people.technician, kiteJob('Check'));
    return { number, visit: (await openVisit(HOME, number)).job.visit };
  };
  const radio = {
    type: 'checked',
    line: 'vehicle/radio',
    group: 'The vehicle',
    words: 'Radio plays',
    result: 'works',
  } as const;

  it('keeps the VIN with the vehicle', async () => {
    const { number, visit } = await open();
    await receiveEvents(people.technician, visit, [event({ type: 'vin', vin: '1M8GDM9AXKP042788', how: 'typed' })], 0);
    expect((await openVisit(HOME, number)).job.vehicle.vin).toBe('1M8GDM9AXKP042788');
  });

  it('is closed only when every line is repeated and none is worse without a reason', async () => {
    const { number, visit } = await open();
    const close = () => receiveEvents(people.technician, visit, [event({ type: 'closed' })], 0);
    await receiveEvents(
      people.technician,
      visit,
      [
        event({ ...radio, walk: 'arrival' }),
        event({ type: 'waits', for: 'decision', what: 'ring' }),
        ...WALKED_ROUND.map((fact) => event(fact)),
      ],
      0,
    );
    await expect(close()).rejects.toMatchObject({
      code: 'not-handed-back',
      fields: [{ place: 'vehicle/radio' }, { message: 'Still waiting: ring.' }],
    });
    const { waits } = (await viewJob(HOME, number)).visit;
    await receiveEvents(
      people.technician,
      visit,
      [event({ ...radio, walk: 'departure', result: 'fails' }), event({ type: 'waitOver', wait: waits[0].id })],
      0,
    );
    await expect(close()).rejects.toMatchObject({
      fields: [{ message: expect.stringContaining('worse than on arrival') }],
    });
    await receiveEvents(
      people.technician,
      visit,
      [event({ type: 'explained', line: 'vehicle/radio', reason: 'the customer knows' })],
      0,
    );
    await close();
    expect((await viewJob(HOME, number)).visit.closed).toBe(true);
  });

  it('does not take the events of a run', async () => {
    const { visit } = await open();
    const stray = event({ type: 'done', action: 'release:kite-rear-door/c1' });
    await receiveEvents(people.technician, visit, [stray], 0);
    expect((await flagsOf(stray)).map(({ reason }) => reason)).toEqual(['unknown-type']);
  });
});

describe('what the bay found', () => {
  it('stands on the procedure’s page until it is taken back, and makes the cause likelier for the next run', async () => {
    const run = await newRun();
    const item = 'kite-rear-door/card';
    const finding = event({ type: 'finding', item, text: 'A second pin at the shut face' });
    const stuck = event({
      type: 'stuck',
      item,
      cause: 'not-released',
      culprit: 'kite-rear-door/p1',
      words: '1 × push pin',
    });
    await receiveEvents(people.technician, run, [finding, stuck], 0);
    const asked = async () =>
      (await viewProcedure(HOME, 'kite-rear-door')).proposals.filter(
        ({ text }) => text === 'A second pin at the shut face',
      );
    expect(await asked()).toMatchObject([{ item: 'card', findings: [{ job, person: 'technician' }] }]);
    const next = await openRunScreen(HOME, await newRun());
    expect(next.run.plan.misses).toEqual({ 'kite-rear-door/card|kite-rear-door/p1': 1 });
    await receiveEvents(
      people.technician,
      run,
      [event({ type: 'retracted', event: finding.id }), event({ type: 'retracted', event: stuck.id })],
      0,
    );
    expect(await asked()).toEqual([]);
    expect((await openRunScreen(HOME, await newRun())).run.plan.misses).toEqual({});
  });
});

describe('what held a stuck part', () => {
  it('is told of the procedure it was in, once, also by a run over several', async () => {
    await bringIn(people.lead, JSON.stringify(demoProcedure('kite-front-door')));
    await approveDraft(people.lead, 'kite-front-door', 1, 'first');
    const run = await openRun(people.technician, {
      job,
      procedures: ['kite-rear-door', 'kite-front-door'],
      goals: ['kite-rear-door/card', 'kite-front-door/card'],
      options: { windows: 'power' },
      newParts: [],
    });
    await receiveEvents(
      people.technician,
      run,
      [event({ type: 'stuck', item: 'kite-front-door/card', cause: 'motion', words: 'hinge it' })],
      0,
    );
    expect(await listMisses(db, ['kite-rear-door', 'kite-front-door'])).toEqual([
      { item: 'kite-front-door/card', culprit: null, cause: 'motion', count: 1 },
    ]);
    expect(await listMisses(db, ['kite-rear-door'])).toEqual([]);
  });
});

describe('stores', () => {
  it('are the sum of what was put in and taken out, never below nothing by hand', async () => {
    await moveStock(people.technician, { kind: 'push-clip', change: 10, reason: 'delivery' });
    await moveStock(people.technician, { kind: 'push-clip', change: -3, reason: 'bent' });
    await expect(moveStock(people.technician, { kind: 'push-clip', change: -8, reason: '' })).rejects.toMatchObject({
      code: 'not-so-many',
    });
    await expect(moveStock(people.trainee, { kind: 'push-clip', change: 1, reason: '' })).rejects.toMatchObject({
      kind: 'forbidden',
    });
    const { stock, moves } = await viewStores(HOME);
    expect(stock).toMatchObject([{ kind: 'push-clip', name: 'push clips', count: 7 }]);
    expect(moves.map(({ change }) => change)).toEqual([-3, 10]);
  });
});

describe('the board', () => {
  it('says where a vehicle stands, how long still, and what it waits for', async () => {
    const number = await openJob(people.technician, kiteJob('Board'));
    const run = await openRun(people.technician, { job: number, ...REAR_SPEAKER });
    const standing = async () => (await jobBoard(HOME)).find((one) => one.job.number === number)!;
    const first = await standing();
    expect(first.runs[0]).toMatchObject({ stage: 'not-started', waits: [] });
    expect(first.runs[0].safeSeconds).toBeGreaterThan(first.runs[0].likelySeconds);
    await receiveEvents(
      people.technician,
      run,
      [event({ type: 'started' }), event({ type: 'paused', reason: 'waiting for a part' })],
      0,
    );
    expect((await standing()).runs[0]).toMatchObject({
      stage: 'paused',
      holder: 'technician',
      waits: ['waiting for a part'],
    });
    await receiveEvents(
      people.technician,
      run,
      [
        event({ type: 'resumed' }),
        event({ type: 'test', gate: 'gate:test:kite-rear-door/card', check: 'Door speaker works', result: 'fail' }),
      ],
      0,
    );
    expect((await standing()).runs[0].waits).toEqual(['a failed test: mend it, or a lead decides']);
    expect((await standing()).visit).toMatchObject({ checked: 0, signed: false, closed: false });
  });

  it('reads and works out again only the logs with news', async () => {
    const number = await openJob(people.technician, kiteJob('News'));
    const run = await openRun(people.technician, { job: number, ...REAR_SPEAKER });
    await jobBoard(HOME);
    const query = vi.spyOn(pg.Client.prototype, 'query');
    const logsRead = () =>
      query.mock.calls.flatMap(([text, values]) =>
        String(text).includes('e.position > a.after') ? ((values as unknown as string[][])[0] ?? []) : [],
      );
    await jobBoard(HOME);
    expect(logsRead()).toEqual([]);
    await receiveEvents(people.technician, run, [event({ type: 'started' })], 0);
    query.mockClear();
    const standing = (await jobBoard(HOME)).find((one) => one.job.number === number)!;
    expect(logsRead()).toEqual([run]);
    expect(standing.runs[0].stage).toBe('taking-apart');
    query.mockRestore();
  });
});

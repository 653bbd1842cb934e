import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { asOwner } from '../support/database';
import { sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { deviceOf, workThrough } from '../support/work-run';
import type { RunEvent, RunFact } from '@/core/bay';
import { eventsSince, jobBoard, openFlags, openRun, openRunScreen, receiveEvents } from '@/services';
import { HOME, dbOf } from '@/data';

const db = dbOf(HOME);

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

let lamport = 0;
const event = (fact: RunFact, device = 'a'): RunEvent => {
  lamport += 1;
  return {
    id: randomUUID(),
    lamport,
    device,
    seq: lamport,
    person: 'technician',
    at: new Date().toISOString(),
    ...fact,
  } as RunEvent;
};
const newRun = () => openRun(people.technician, { job, ...REAR_SPEAKER });

describe('the event log', () => {
  it('keeps an event sent many times once, and gives what arrived since a position', async () => {
    const run = await newRun();
    const batch = [event({ type: 'started' }), event({ type: 'note', text: 'shield was torn' })];
    for (let n = 0; n < 10; n += 1)
      expect((await receiveEvents(people.technician, run, batch, 0)).kept).toHaveLength(2);
    const all = await eventsSince(HOME, run, 0);
    expect(all.events).toEqual(batch);
    const more = event({ type: 'paused' });
    await receiveEvents(people.trainee, run, [more], 0);
    expect((await eventsSince(HOME, run, all.position)).events).toEqual([more]);
  });

  it('cannot be changed or emptied by anybody: not by the app, which may not, nor by the owner of the tables', async () => {
    for (const text of [
      `update events set type = 'x'`,
      'delete from events',
      'truncate events',
      'alter table events disable trigger all',
      'drop trigger run_events_append_only on events',
      `set session_replication_role = 'replica'`,
    ]) {
      await expect(db.query(text)).rejects.toThrow(/permission denied|must be owner/);
    }
    await expect(asOwner(`update events set type = 'x'`)).rejects.toThrow('append-only');
    await expect(asOwner('delete from events')).rejects.toThrow('append-only');
    await expect(asOwner('truncate events')).rejects.toThrow('append-only');
  });

  it('does not take an event that belongs to another run', async () => {
    const [one, other] = [await newRun(), await newRun()];
    const mine = event({ type: 'started' });
    await receiveEvents(people.technician, one, [mine], 0);
    const answer = await receiveEvents(people.technician, other, [mine], 0);
    expect(answer.setAside).toEqual([{ id: mine.id, reason: 'It belongs to another job.' }]);
    expect((await eventsSince(HOME, other, 0)).events).toEqual([]);
  });

  it('keeps every event of many writers at once', async () => {
    const run = await newRun();
    const batches = Array.from({ length: 12 }, (_, n) =>
      Array.from({ length: 5 }, () => event({ type: 'note', text: `from ${n}` }, `device-${n}`)),
    );
    await Promise.all(batches.map((batch) => receiveEvents(people.technician, run, batch, 0)));
    expect(new Set((await eventsSince(HOME, run, 0)).events.map((one) => one.id))).toEqual(
      new Set(batches.flat().map((one) => one.id)),
    );
  });
});

describe('finishing', () => {
  it('is refused with reasons while a lost screw is unaccounted for, and goes through with one', async () => {
    const run = await newRun();
    const {
      run: { plan },
    } = await openRunScreen(HOME, run);
    const stage = async () =>
      (await jobBoard(HOME)).find((one) => one.job.number === job)!.runs.find((one) => one.id === run)!.stage;
    const events = workThrough(plan, deviceOf('technician'), {
      'release:kite-rear-door/s1': [{ type: 'lost', item: 'kite-rear-door/s1', count: 1 }],
    });
    await receiveEvents(people.technician, run, events.slice(0, -1), 0);
    expect(await stage()).toBe('putting-back');
    await receiveEvents(people.technician, run, events, 0);
    expect(await stage()).toBe('to-close');
    await expect(receiveEvents(people.technician, run, [event({ type: 'finished' })], 0)).rejects.toMatchObject({
      code: 'not-accounted',
      fields: [{ place: 'kite-rear-door/s1', message: expect.stringContaining('1 not back') }],
    });
    await receiveEvents(people.technician, run, [event({ type: 'renewed', item: 'kite-rear-door/s1', count: 1 })], 0);
    expect((await receiveEvents(people.technician, run, [event({ type: 'finished' })], 0)).kept).toHaveLength(1);
    expect(await stage()).toBe('finished');
    const late = event({ type: 'lost', item: 'kite-rear-door/c1', count: 1 });
    expect((await receiveEvents(people.technician, run, [late], 0)).kept).toEqual([late.id]);
    expect((await openFlags(HOME, [job])).filter(({ reason }) => reason === 'late')).toHaveLength(1);
  });

  it('opens no run for a goal that cannot be planned, nor for a trainee', async () => {
    await expect(openRun(people.technician, { job, ...REAR_SPEAKER, goals: ['sunroof'] })).rejects.toMatchObject({
      code: 'no-plan',
    });
    await expect(openRun(people.trainee, { job, ...REAR_SPEAKER })).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(openRun(people.lead, { ...REAR_SPEAKER, job: 999_999 })).rejects.toMatchObject({ kind: 'not-found' });
  });
});

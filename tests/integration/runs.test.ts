import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoProcedure } from '../support/demo';
import { freshDatabase } from '../support/database';
import { makeShop } from '../support/shop';
import { foldRun, graphOf, viewRun, type RunEvent, type RunFact, type RunPlan } from '@/core/run';
import { approveDraft, bringIn, eventsSince, jobBoard, openJob, openRun, openRunScreen, receiveEvents } from '@/services';
import { db, type Person } from '@/data';

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Person>;
let job: number;
const ASK = { procedures: ['kite-rear-door'], goals: ['woofer'], options: { windows: 'power' }, newParts: ['Speaker'] };
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
  await bringIn(people.lead, JSON.stringify(demoProcedure('kite-rear-door')));
  await approveDraft(people.lead, 'kite-rear-door', 1, 'first');
  job = await openJob(people.technician, { title: 'Rear speakers', customer: '', label: '', make: 'Velden', model: 'Kite', year: 2017, body: '', steering: 'any' });
});
afterAll(() => drop());

let lamport = 0;
const event = (fact: RunFact, device = 'a'): RunEvent => {
  lamport += 1;
  return { id: randomUUID(), lamport, device, seq: lamport, person: 'technician', at: new Date().toISOString(), ...fact };
};
const newRun = () => openRun(people.technician, { job, ...ASK });

/** Works a run to the last step; the facts in `extra` come right after an action. */
function workThrough(plan: RunPlan, extra: Record<string, RunFact[]> = {}): RunEvent[] {
  const graph = graphOf(plan);
  const events = [event({ type: 'started' })];
  const now = () => viewRun(graph, plan, foldRun(events)).now;
  const take = () => {
    for (let step = now(); step; step = now()) {
      events.push(event('gate' in step.step && step.step.gate ? { type: 'gatePassed', gate: step.key } : { type: 'done', action: step.key }));
      for (const fact of extra[step.key] ?? []) events.push(event(fact));
    }
  };
  take();
  events.push(event({ type: 'phase', to: 'refit' }));
  take();
  return events;
}

describe('the event log', () => {
  it('keeps an event sent many times once, and gives what arrived since a position', async () => {
    const run = await newRun();
    const batch = [event({ type: 'started' }), event({ type: 'note', text: 'shield was torn' })];
    for (let n = 0; n < 10; n += 1) expect((await receiveEvents(people.technician, run, batch, 0)).kept).toHaveLength(2);
    const all = await eventsSince(run, 0);
    expect(all.events).toEqual(batch);
    const more = event({ type: 'paused' });
    await receiveEvents(people.trainee, run, [more], 0);
    expect((await eventsSince(run, all.position)).events).toEqual([more]);
  });

  it('cannot be changed or emptied by anybody', async () => {
    await expect(db.query(`update run_events set type = 'x'`)).rejects.toThrow('append-only');
    await expect(db.query('delete from run_events')).rejects.toThrow('append-only');
    await expect(db.query('truncate run_events')).rejects.toThrow('append-only');
  });

  it('does not take an event that belongs to another run', async () => {
    const [one, other] = [await newRun(), await newRun()];
    const mine = event({ type: 'started' });
    await receiveEvents(people.technician, one, [mine], 0);
    expect((await receiveEvents(people.technician, other, [mine], 0)).kept).toEqual([]);
    expect((await eventsSince(other, 0)).events).toEqual([]);
  });

  it('keeps every event of many writers at once', async () => {
    const run = await newRun();
    const batches = Array.from({ length: 12 }, (_, n) => Array.from({ length: 5 }, () => event({ type: 'note', text: `from ${n}` }, `device-${n}`)));
    await Promise.all(batches.map((batch) => receiveEvents(people.technician, run, batch, 0)));
    expect(new Set((await eventsSince(run, 0)).events.map((one) => one.id))).toEqual(new Set(batches.flat().map((one) => one.id)));
  });
});

describe('finishing', () => {
  it('is refused with reasons while a lost screw is unaccounted for, and goes through with one', async () => {
    const run = await newRun();
    const { run: { plan } } = await openRunScreen(run);
    const events = workThrough(plan, { 'release:kite-rear-door/s1': [{ type: 'lost', item: 'kite-rear-door/s1', count: 1 }] });
    await receiveEvents(people.technician, run, events, 0);
    await expect(receiveEvents(people.technician, run, [event({ type: 'finished' })], 0)).rejects.toMatchObject({
      code: 'not-accounted', fields: [{ place: 'kite-rear-door/s1', message: expect.stringContaining('1 not back') }],
    });
    await receiveEvents(people.technician, run, [event({ type: 'renewed', item: 'kite-rear-door/s1', count: 1 })], 0);
    expect((await receiveEvents(people.technician, run, [event({ type: 'finished' })], 0)).kept).toHaveLength(1);
    const standing = (await jobBoard()).find((one) => one.job.number === job)!.runs.find((one) => one.id === run);
    expect(standing?.stage).toBe('finished');
  });

  it('opens no run for a goal that cannot be planned, nor for a trainee', async () => {
    await expect(openRun(people.technician, { job, ...ASK, goals: ['sunroof'] })).rejects.toMatchObject({ code: 'no-plan' });
    await expect(openRun(people.trainee, { job, ...ASK })).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(openRun(people.lead, { ...ASK, job: 999_999 })).rejects.toMatchObject({ kind: 'not-found' });
  });
});

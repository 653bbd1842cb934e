import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import {
  changeJobTimes,
  changePerson,
  changeSettings,
  dropShopTool,
  giveTool,
  keepShopTool,
  lateSoon,
  moveJob,
  openJob,
  openRun,
  readShop,
  suggestDay,
  takeOffDay,
  takeOrder,
  viewDay,
  viewShopTools,
} from '@/services';
import { asOwner } from '../support/database';
import { HOME } from '@/data';

const { people, shop } = sharedKiteShop();
let job: number;
/** A Friday morning; the shop works from eight to six, Monday to Friday, in London. */
const NOW = new Date('2026-11-27T09:00:00Z');
beforeAll(async () => {
  job = shop.job;
  const { settings } = await readShop(HOME);
  await changeSettings(people.owner, {
    ...settings,
    timeZone: 'Europe/London',
    bays: ['Bay 1', 'Bay 2'],
    quotes: { ...settings.quotes, opens: '08:00', closes: '18:00' },
  });
  await openRun(people.technician, { job, ...REAR_SPEAKER });
});

const place = (more = {}) => ({
  person: 'technician',
  bay: 'Bay 1',
  startsAt: '2026-11-27T10:00',
  version: 0,
  ...more,
});
const seen = async (number: number, date: string | null = null) =>
  (await viewDay(people.trainee, date, NOW)).jobs.find((one) => one.number === number)!;

describe('a job on the day', () => {
  it('is placed on the shop’s own clock, moved, and taken off again', async () => {
    await moveJob(people.technician, job, place());
    expect((await seen(job)).place).toMatchObject({
      person: 'technician',
      startsAt: '2026-11-27T10:00:00.000Z',
      version: 1,
    });
    await moveJob(people.lead, job, place({ startsAt: '2026-07-01T10:00', version: 1 }));
    expect((await seen(job)).place).toMatchObject({ startsAt: '2026-07-01T09:00:00.000Z', version: 2, by: 'lead' });
    await takeOffDay(people.lead, job, 2);
    expect((await seen(job)).place).toBeNull();
  });

  it('is moved once where two people move it', async () => {
    await moveJob(people.technician, job, place());
    const two = await Promise.allSettled([
      moveJob(people.technician, job, place({ bay: 'Bay 2', version: 1 })),
      moveJob(people.lead, job, place({ person: 'lead', version: 1 })),
    ]);
    expect(two.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const [refused] = two.flatMap((one) => (one.status === 'rejected' ? [one.reason as unknown] : []));
    expect(refused).toMatchObject({ kind: 'conflict', code: 'moved-meanwhile' });
    await expect(moveJob(people.lead, job, place({ version: 0 }))).rejects.toMatchObject({ code: 'moved-meanwhile' });
    await takeOffDay(people.lead, job, 2);
  });

  it('goes to nobody and no bay that is not there, nor to a time that is none', async () => {
    await expect(moveJob(people.lead, job, place({ bay: 'Bay 9' }))).rejects.toMatchObject({ code: 'no-bay' });
    await expect(moveJob(people.lead, job, place({ person: 'nobody' }))).rejects.toMatchObject({ kind: 'not-found' });
    await expect(moveJob(people.lead, job, place({ startsAt: '2026-02-31T10:00' }))).rejects.toMatchObject({
      code: 'no-moment',
    });
    await expect(moveJob(people.lead, 99_999, place())).rejects.toMatchObject({ kind: 'not-found' });
    await expect(moveJob(people.trainee, job, place())).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(viewDay(people.lead, '2026-13-01', NOW)).rejects.toMatchObject({ code: 'no-date' });
  });

  it('has a clock that is changed in the night: eight is eight', async () => {
    // Clocks go back on Sunday 25 October 2026.
    const friday = await viewDay(people.lead, '2026-10-23', NOW);
    const monday = await viewDay(people.lead, '2026-10-26', NOW);
    expect([friday.opens, monday.opens]).toEqual(['2026-10-23T07:00:00.000Z', '2026-10-26T08:00:00.000Z']);
    expect((await viewDay(people.lead, '2026-10-25', NOW)).opens).toBeNull();
  });
});

describe('what cannot be right', () => {
  it('is named, and late is said before it is late', async () => {
    const second = await openJob(people.technician, kiteJob('Second'));
    await openRun(people.technician, { job: second, ...REAR_SPEAKER });
    await moveJob(people.lead, job, place());
    await moveJob(people.lead, second, place({ startsAt: '2026-11-27T10:05' }));
    await changeJobTimes(people.lead, second, {
      dueAt: '2026-11-27T10:10',
      partsAt: '2026-11-27T11:00',
      parts: 'ring',
    });
    const { conflicts } = await viewDay(people.lead, null, NOW);
    expect(conflicts.map(({ code, jobs }) => [code, ...jobs])).toEqual([
      ['part-later', second],
      ['person-twice', job, second],
      ['bay-twice', job, second],
      ['late', second],
    ]);
    expect(Object.keys(await lateSoon(HOME, NOW))).toEqual([String(second)]);
    await takeOffDay(people.lead, second, 1);
    await takeOffDay(people.lead, job, 1);
  });

  it('is a person who was removed with jobs on the day: they are told, and the job is named', async () => {
    await moveJob(people.lead, job, place());
    expect(await changePerson(people.owner, 'technician', { active: false })).toEqual({ placedOn: [job] });
    const day = await viewDay(people.lead, null, NOW);
    expect(day.conflicts.map(({ code }) => code)).toEqual(['not-here']);
    expect(day.people.find(({ id }) => id === 'technician')).toMatchObject({ isHere: false });
    await expect(moveJob(people.lead, job, place({ version: 1 }))).rejects.toMatchObject({ code: 'person-inactive' });
    expect(await changePerson(people.owner, 'technician', { active: true })).toEqual({ placedOn: [] });
    await takeOffDay(people.lead, job, 1);
  });
});

describe('the shop’s tools', () => {
  const drill = { id: randomUUID(), tool: 'drill', label: 'Drill 1', dueWhat: null, dueOn: null, note: '' };
  it('are with somebody, are due, and are taken off the list', async () => {
    await keepShopTool(people.technician, drill);
    await expect(
      keepShopTool(people.technician, { ...drill, id: randomUUID(), label: 'drill 1' }),
    ).rejects.toMatchObject({
      kind: 'conflict',
    });
    await giveTool(people.trainee, drill.id, 'trainee');
    const [one] = await viewShopTools(people.trainee, NOW);
    expect(one).toMatchObject({ label: 'Drill 1', holder: 'trainee', isDue: false });
    await keepShopTool(people.technician, { ...drill, dueWhat: 'charge', dueOn: '2026-11-26' });
    expect((await viewShopTools(people.trainee, NOW))[0]).toMatchObject({ isDue: true, holder: 'trainee' });
    await expect(giveTool(people.lead, randomUUID(), null)).rejects.toMatchObject({ kind: 'not-found' });
    await dropShopTool(people.lead, drill.id);
    expect(await viewShopTools(people.trainee, NOW)).toEqual([]);
    // The label may be used again.
    await keepShopTool(people.technician, { ...drill, id: randomUUID() });
  });
});

describe('an order that is proposed', () => {
  it('keeps what can be kept, says what cannot, and is taken on whole or not at all', async () => {
    const more = await Promise.all(
      [1, 2, 3].map(async (n) => {
        const number = await openJob(people.technician, kiteJob(`Ordered ${n}`));
        await openRun(people.technician, { job: number, ...REAR_SPEAKER });
        return number;
      }),
    );
    const due = (dueAt: string) => ({ dueAt, partsAt: null, parts: '' });
    await changeJobTimes(people.lead, more[0], due('2026-11-27T17:00'));
    await changeJobTimes(people.lead, more[1], due('2026-11-27T09:05'));
    await changeJobTimes(people.lead, more[2], due('2026-11-30T09:00'));
    const order = await suggestDay(people.lead, ['trainee'], NOW);
    expect(order).toMatchObject({ promised: 4, most: order.kept });
    expect(order.late.map((one) => one.job)).toContain(more[1]);
    const places = order.places.map(({ job: number, person, bay, startsAt, version }) => ({
      job: number,
      person,
      bay,
      startsAt,
      version,
    }));
    expect(new Set(places.map(({ person }) => person))).not.toContain('trainee');
    // Somebody moves one of them meanwhile: nothing of the order is taken on.
    await moveJob(people.technician, places[1].job, { ...places[1], version: 0 });
    await expect(takeOrder(people.lead, places)).rejects.toMatchObject({ code: 'moved-meanwhile' });
    expect((await seen(places[0].job)).place).toBeNull();
    const again = await suggestDay(people.lead, ['trainee'], NOW);
    await takeOrder(
      people.lead,
      again.places.map(({ job: number, person, bay, startsAt, version }) => ({
        job: number,
        person,
        bay,
        startsAt,
        version,
      })),
    );
    const { conflicts, jobs } = await viewDay(people.lead, null, NOW);
    expect(jobs.every((one) => one.place)).toBe(true);
    const promised = new Set(jobs.filter((one) => one.dueAt).map((one) => one.number));
    const late = conflicts.filter(({ code }) => code === 'late' || code === 'tight').flatMap((one) => one.jobs);
    expect(late.every((number) => promised.has(number))).toBe(true);
    expect(new Set(late)).toEqual(new Set(order.late.map((one) => one.job)));
  });

  it('asks nobody to go on with what waits for a part without a date', async () => {
    const [{ id: log }] = await asOwner<{ id: string }>(
      `select id from logs where job_number = $1 and kind = 'visit'`,
      [job],
    );
    await asOwner(
      `insert into events (id, log_id, lamport, device, seq, person_id, at, type, fact, received_from)
       values ($1, $2, 1, 'd', 1, 'lead', now(), 'waits', '{"for":"part","what":"ring"}', 'lead')`,
      [randomUUID(), log],
    );
    const { left, places } = await suggestDay(people.lead, [], NOW);
    expect(left.map((one) => one.job)).toEqual([job]);
    expect(places.map((one) => one.job)).not.toContain(job);
  });
});

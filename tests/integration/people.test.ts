import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asOwner, freshDatabase } from '../support/database';
import { HERE } from '../support/sender';
import { makeShop } from '../support/shop';
import {
  addPerson,
  changePerson,
  everybody,
  findSignedIn,
  jobBoard,
  listSignInPeople,
  openJob,
  setUpShop,
  signIn,
  viewJob,
} from '@/services';
import { HOME, type Actor } from '@/data';

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
});
afterAll(() => drop());

describe('people', () => {
  it('are added with an id from their name, whatever letters it has', async () => {
    const id = await addPerson(people.owner, { name: 'Ölá Ñúñez-Brine', role: 'trainee', pin: '2469', password: '' });
    expect(id).toBe('ola-nunez-brine');
    expect((await signIn({ person: id, pin: '2469' }, HERE)).token).toBeTruthy();
    await expect(signIn({ person: id, password: '' }, HERE)).rejects.toMatchObject({ code: 'wrong-secret' });
  });

  it('are offered at sign-in while they may sign in, and kept in the books after that', async () => {
    const id = await addPerson(people.owner, { name: 'Gone Soon', role: 'technician', pin: '1358', password: '' });
    await changePerson(people.owner, id, { active: false });
    expect((await listSignInPeople(HERE)).map((person) => person.id)).not.toContain(id);
    expect((await everybody(HOME)).map((person) => person.id)).toContain(id);
    await changePerson(people.owner, id, { active: true });
    expect((await listSignInPeople(HERE)).map((person) => person.id)).toContain(id);
  });

  it('are signed out everywhere when their PIN is changed', async () => {
    const { token } = await signIn({ person: 'lead', pin: '8341' }, HERE);
    await changePerson(people.owner, 'lead', { pin: '9753' });
    expect(await findSignedIn(token)).toBeNull();
    expect((await signIn({ person: 'lead', pin: '9753' }, HERE)).token).toBeTruthy();
  });

  it('keep an owner, and only the owner changes them', async () => {
    await expect(changePerson(people.owner, 'owner', { active: false })).rejects.toMatchObject({ code: 'last-owner' });
    await expect(changePerson(people.lead, 'trainee', { role: 'owner' })).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(changePerson(people.owner, 'nobody', { role: 'lead' })).rejects.toMatchObject({ kind: 'not-found' });
    await expect(
      setUpShop({ shop: 'Twice', name: 'X', pin: '8341', password: 'a long password', code: '' }, HERE),
    ).rejects.toMatchObject({ code: 'already-set-up' });
  });

  it('do not share a session’s end: it is twelve hours, and an old one is nobody', async () => {
    const { token, expiresAt } = await signIn({ person: 'technician', pin: '8341' }, HERE);
    expect(expiresAt.getTime() - Date.now()).toBeGreaterThan(11.9 * 3_600_000);
    await asOwner(`update sessions set expires_at = now() - interval '1 second' where person_id = 'technician'`);
    expect(await findSignedIn(token)).toBeNull();
    expect(await findSignedIn(undefined)).toBeNull();
    expect(await findSignedIn('made-up')).toBeNull();
  });
});

describe('jobs', () => {
  const form = {
    title: 'Rear speakers',
    customer: 'Tideway Driving School',
    label: 'school car 3',
    make: 'Velden',
    model: 'Kite',
    year: 2016 as number | null,
    body: '',
    steering: 'any' as const,
  };

  it('are numbered as they come and shown newest first', async () => {
    const first = await openJob(people.technician, form);
    const second = await openJob(people.technician, { ...form, title: 'Front speakers', year: null });
    expect(second).toBe(first + 1);
    expect((await jobBoard(HOME)).map(({ job }) => job.number).slice(0, 2)).toEqual([second, first]);
    expect((await viewJob(HOME, second)).job).toMatchObject({
      title: 'Front speakers',
      vehicle: { make: 'Velden', year: null },
    });
  });

  it('are not there where nobody opened one, nor opened by a trainee', async () => {
    await expect(viewJob(HOME, 1)).rejects.toMatchObject({ code: 'job-unknown' });
    await expect(openJob(people.trainee, form)).rejects.toMatchObject({ kind: 'forbidden' });
  });
});

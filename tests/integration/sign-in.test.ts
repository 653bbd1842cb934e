import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase } from '../support/database';
import { makeShop } from '../support/shop';
import { addPerson, changePerson, findSignedIn, needsSetup, setUpShop, signIn, signOut } from '@/services';
import { db, type Person } from '@/data';

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Person>;
beforeAll(async () => {
  drop = await freshDatabase();
  expect(await needsSetup()).toBe(true);
  people = await makeShop();
});
afterAll(() => drop());

describe('signing in', () => {
  it('opens a session by PIN or password and ends it', async () => {
    const { token } = await signIn({ person: 'lead', pin: '1234' });
    expect((await findSignedIn(token))?.id).toBe('lead');
    await signOut(token);
    expect(await findSignedIn(token)).toBeNull();
    expect((await signIn({ person: 'owner', password: 'a long password' })).token).toBeTruthy();
  });

  it('keeps no secret in the clear', async () => {
    const { token } = await signIn({ person: 'lead', pin: '1234' });
    const { rows } = await db.query<{ all: string }>(`select (select json_agg(p)::text from people p) || (select json_agg(s)::text from sessions s) as all`);
    expect(rows[0].all).not.toContain('1234"');
    expect(rows[0].all).not.toContain(token);
  });

  it('answers the same for a wrong PIN, an unknown name and a missing password', async () => {
    for (const form of [{ person: 'lead', pin: '9999' }, { person: 'nobody', pin: '1234' }, { person: 'lead', password: 'a long password' }]) {
      await expect(signIn(form)).rejects.toMatchObject({ kind: 'forbidden', code: 'wrong-secret' });
    }
  });

  it('locks the name after five failures in a row, even for the right PIN', async () => {
    for (let n = 0; n < 4; n += 1) await expect(signIn({ person: 'trainee', pin: '0000' })).rejects.toMatchObject({ code: 'wrong-secret' });
    await expect(signIn({ person: 'trainee', pin: '0000' })).rejects.toMatchObject({ code: 'locked' });
    await expect(signIn({ person: 'trainee', pin: '1234' })).rejects.toMatchObject({ code: 'locked' });
    await db.query(`update people set locked_until = now() - interval '1 second' where id = 'trainee'`);
    expect((await signIn({ person: 'trainee', pin: '1234' })).token).toBeTruthy();
  });

  it('signs a removed person out at once and keeps the last owner', async () => {
    const { token } = await signIn({ person: 'technician', pin: '1234' });
    await changePerson(people.owner, 'technician', { active: false });
    expect(await findSignedIn(token)).toBeNull();
    await expect(signIn({ person: 'technician', pin: '1234' })).rejects.toMatchObject({ code: 'wrong-secret' });
    await expect(changePerson(people.owner, 'owner', { role: 'lead' })).rejects.toMatchObject({ code: 'last-owner' });
  });

  it('lets only the owner add people, and sets up only once', async () => {
    const form = { name: 'New Person', role: 'technician' as const, pin: '4321', password: '' };
    await expect(addPerson(people.lead, form)).rejects.toMatchObject({ kind: 'forbidden' });
    expect(await addPerson(people.owner, form)).toBe('new-person');
    await expect(addPerson(people.owner, form)).rejects.toMatchObject({ code: 'name-taken' });
    await expect(setUpShop({ shop: 'Again', name: 'X', pin: '1234', password: '1234567890' })).rejects.toMatchObject({ code: 'already-set-up' });
  });
});

import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { asOwner, freshDatabase } from '../support/database';
import { elsewhere, HERE, tablet } from '../support/sender';
import { makeShop } from '../support/shop';
import {
  addPerson,
  changePerson,
  enrolDevice,
  everyDevice,
  findSignedIn,
  findTablet,
  isEnrolled,
  listSignInPeople,
  may,
  needsSetup,
  setUpShop,
  shutOutDevice,
  signIn,
  signOut,
  sweepOut,
  type Sender,
} from '@/services';
import { HOME, dbOf, type Actor } from '@/data';

/** How often something was hashed or compared with a hash: what makes an answer slow, told without a clock. */
const bcrypt = vi.hoisted(() => ({ calls: 0 }));
vi.mock('@node-rs/bcrypt', async (load) => {
  const real = await load<typeof import('@node-rs/bcrypt')>();
  const counted =
    <A extends unknown[], R>(work: (...input: A) => R) =>
    (...input: A): R => {
      bcrypt.calls += 1;
      return work(...input);
    };
  return { ...real, hash: counted(real.hash), compare: counted(real.compare) };
});

const db = dbOf(HOME);

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
const PASSWORD = 'a long password';
const setup = { shop: 'Again', name: 'X', pin: '8341', password: '1234567890', code: 'ABCD-2345' };
beforeAll(async () => {
  drop = await freshDatabase();
  process.env.PEZZO_SETUP_CODE = 'ABCD-2345';
});
afterAll(async () => {
  delete process.env.PEZZO_SETUP_CODE;
  await drop();
});
beforeEach(() => asOwner('delete from sign_in_tries'));

/** Whatever waits goes on waiting, however slow this machine is. */
const goesOn = () =>
  asOwner(`update sign_in_tries set wait_until = now() + interval '10 minutes' where wait_until > last_at`);

/** A tablet that a lead lets in now. */
async function enrolled(name = 'Bay 1'): Promise<Sender & { device: { id: string; name: string } }> {
  const token = await enrolDevice({ person: 'owner', password: PASSWORD, name }, elsewhere());
  const device = (await findTablet(token))!;
  return { ...tablet(device.id, name), device };
}

describe('the first start', () => {
  it('asks for the code that was printed, before anything is hashed, and slows down whoever guesses', async () => {
    expect(await needsSetup()).toBe(true);
    await expect(setUpShop({ ...setup, code: 'ABCD-9999' }, elsewhere())).rejects.toMatchObject({ code: 'wrong-code' });
    await setUpShop({ ...setup, code: 'nope' }, elsewhere()).catch(() => undefined);
    await goesOn();
    await expect(setUpShop(setup, elsewhere())).rejects.toMatchObject({ kind: 'too-often' });
    delete process.env.PEZZO_SETUP_CODE;
    await expect(setUpShop({ ...setup, code: '' }, HERE)).rejects.toMatchObject({ code: 'wrong-code' });
    process.env.PEZZO_SETUP_CODE = 'ABCD-2345';
    expect(await needsSetup()).toBe(true);
  });

  it('takes the code as people type it, once', async () => {
    const { token } = await setUpShop({ ...setup, shop: 'Mine', name: 'First Owner', code: 'abcd 2345' }, elsewhere());
    expect(await findSignedIn(token)).toMatchObject({ id: 'first-owner', role: 'owner', byPassword: true });
    bcrypt.calls = 0;
    await expect(setUpShop(setup, elsewhere())).rejects.toMatchObject({ code: 'already-set-up' });
    // A hash takes about 80 ms: nothing was hashed for a refusal.
    expect(bcrypt.calls).toBe(0);
    await drop();
    drop = await freshDatabase();
    people = await makeShop();
  });
});

describe('signing in', () => {
  it('opens a session by PIN here and by password anywhere, says which, and ends it', async () => {
    const { token } = await signIn({ person: 'lead', pin: '8341' }, HERE);
    expect(await findSignedIn(token)).toMatchObject({ id: 'lead', byPassword: false });
    await signOut(token);
    expect(await findSignedIn(token)).toBeNull();
    expect(
      await findSignedIn((await signIn({ person: 'owner', password: PASSWORD }, elsewhere())).token),
    ).toMatchObject({ byPassword: true });
    expect(
      await findSignedIn((await signIn({ person: 'The Owner', password: PASSWORD }, elsewhere())).token),
    ).toMatchObject({ id: 'owner' });
  });

  it('takes a PIN on no device that was not let in, whatever the PIN, and shows it nobody’s name', async () => {
    await expect(signIn({ person: 'lead', pin: '8341' }, elsewhere())).rejects.toMatchObject({ code: 'not-enrolled' });
    expect([isEnrolled(elsewhere()), await listSignInPeople(elsewhere())]).toEqual([false, []]);
    expect((await listSignInPeople(HERE)).length).toBe(4);
  });

  it('keeps no secret in the clear', async () => {
    const { token } = await signIn({ person: 'lead', pin: '8341' }, HERE);
    const [{ all }] = await asOwner<{ all: string }>(
      `select (select json_agg(p)::text from people p) || (select json_agg(s)::text from sessions s) || coalesce((select json_agg(d)::text from devices d), '') as all`,
    );
    expect(all).not.toContain('8341"');
    expect(all).not.toContain(token);
  });

  it('answers the same for a wrong PIN, an unknown name and a missing password, at the cost of one hash each', async () => {
    // What stands in where there is nobody is made once.
    await signIn({ person: 'nobody', pin: '8341' }, HERE).catch(() => undefined);
    for (const form of [
      { person: 'lead', pin: '9999' },
      { person: 'nobody', pin: '8341' },
      { person: 'lead', password: PASSWORD },
      { person: 'nobody-else', password: PASSWORD },
    ]) {
      bcrypt.calls = 0;
      await expect(signIn(form, HERE)).rejects.toMatchObject({ kind: 'forbidden', code: 'wrong-secret' });
      expect(bcrypt.calls).toBe(1);
    }
  });

  it('ends the session that was open on the tablet: no token outlives its person', async () => {
    const first = await signIn({ person: 'lead', pin: '8341' }, HERE);
    const second = await signIn({ person: 'technician', pin: '8341' }, { ...HERE, token: first.token });
    expect([await findSignedIn(first.token), (await findSignedIn(second.token))?.id]).toEqual([null, 'technician']);
  });

  it('sweeps out sessions that have ended', async () => {
    const { token } = await signIn({ person: 'lead', pin: '8341' }, HERE);
    await asOwner(`update sessions set expires_at = now() - interval '1 second'`);
    expect(await findSignedIn(token)).toBeNull();
    expect(await sweepOut()).toBeGreaterThan(0);
    expect((await asOwner('select 1 from sessions')).length).toBe(0);
  });

  it('signs a removed person out at once and keeps the last owner', async () => {
    const { token } = await signIn({ person: 'technician', pin: '8341' }, HERE);
    await changePerson(people.owner, 'technician', { active: false });
    expect(await findSignedIn(token)).toBeNull();
    await expect(signIn({ person: 'technician', pin: '8341' }, HERE)).rejects.toMatchObject({ code: 'wrong-secret' });
    await expect(changePerson(people.owner, 'owner', { role: 'lead' })).rejects.toMatchObject({ code: 'last-owner' });
  });
});

describe('wrong tries', () => {
  const wrong = (sender: Sender) => signIn({ person: 'trainee', pin: '0000' }, sender);
  const waited = async (sender: Sender) =>
    (
      await db.query<{ seconds: number }>(
        `select round(extract(epoch from wait_until - last_at))::int as seconds from sign_in_tries where source = $1`,
        [`pin:${sender.device?.id ?? 'local'}:trainee`],
      )
    ).rows[0]?.seconds;
  const over = () => asOwner(`update sign_in_tries set wait_until = now() - interval '1 second'`);

  it('delay that tablet for that name, from one second doubling to five minutes', async () => {
    const bay = await enrolled();
    const waits: (number | undefined)[] = [];
    for (let n = 0; n < 11; n += 1) {
      await expect(wrong(bay)).rejects.toMatchObject({ code: 'wrong-secret' });
      waits.push(await waited(bay));
      await over();
    }
    expect(waits).toEqual([1, 2, 4, 8, 16, 32, 64, 128, 256, 300, 300]);
  });

  it('made while the clock was a day ahead hold nobody up once it is right again', async () => {
    const bay = await enrolled();
    for (let n = 0; n < 6; n += 1) {
      await over();
      await wrong(bay).catch(() => undefined);
    }
    await asOwner(
      `update sign_in_tries set wait_until = wait_until + interval '1 day', last_at = last_at + interval '1 day'`,
    );
    await expect(signIn({ person: 'trainee', pin: '8341' }, bay)).resolves.toMatchObject({ token: expect.any(String) });
  });

  it('refuse even the right PIN while the wait lasts, saying how long, and leave other tablets and other names alone', async () => {
    const [bay, other] = [await enrolled('Bay 1'), await enrolled('Bay 2')];
    for (let n = 0; n < 3; n += 1) {
      await wrong(bay).catch(() => undefined);
      if (n < 2) await over();
    }
    await goesOn();
    const refused = await signIn({ person: 'trainee', pin: '8341' }, bay).catch((error: unknown) => error);
    expect(refused).toMatchObject({ kind: 'too-often', code: 'wait' });
    expect((refused as { retryAfterSeconds: number }).retryAfterSeconds).toBeGreaterThan(2);
    expect((await signIn({ person: 'trainee', pin: '8341' }, other)).token).toBeTruthy();
    expect((await signIn({ person: 'lead', pin: '8341' }, bay)).token).toBeTruthy();
  });

  it('are forgotten with that name’s success, and cannot slip past one another when sent at once', async () => {
    const bay = await enrolled();
    await wrong(bay).catch(() => undefined);
    await over();
    await signIn({ person: 'trainee', pin: '8341' }, bay);
    expect(await waited(bay)).toBeUndefined();
    // Many wrong ones before: the next wait is minutes, so that no slow machine sits it out between two of those sent at once.
    await wrong(bay).catch(() => undefined);
    await asOwner(`update sign_in_tries set failures = 12, wait_until = last_at`);
    const all = await Promise.allSettled(Array.from({ length: 12 }, () => wrong(bay)));
    const compared = all.filter(
      (one) => one.status === 'rejected' && (one.reason as { code: string }).code === 'wrong-secret',
    ).length;
    expect(compared).toBe(1);
  });

  it('of passwords count by name and sender, and by sender over all names', async () => {
    const attempt = (person: string, address: string) =>
      signIn({ person, password: 'not the password' }, elsewhere(address)).catch(
        (error: { code: string }) => error.code,
      );
    expect(await attempt('owner', '10.0.0.66')).toBe('wrong-secret');
    await attempt('owner', '10.0.0.66');
    await goesOn();
    expect(await attempt('owner', '10.0.0.66')).toBe('wait');
    expect((await signIn({ person: 'owner', password: PASSWORD }, elsewhere('10.0.0.67'))).token).toBeTruthy();
    for (let n = 0; n < 22; n += 1) await attempt(`somebody-${n}`, '10.0.0.68');
    await goesOn();
    expect(await attempt('a-new-name', '10.0.0.68')).toBe('wait');
    expect(await attempt('a-new-name', '10.0.0.69')).toBe('wrong-secret');
  });
});

describe('tablets', () => {
  it('are let in by the password of a lead or owner only, and listed with who let them in', async () => {
    await expect(
      enrolDevice({ person: 'owner', password: 'wrong password', name: 'Bay 3' }, elsewhere('10.0.1.1')),
    ).rejects.toMatchObject({ code: 'wrong-secret' });
    await changePerson(people.owner, 'trainee', { password: 'also quite long' });
    await expect(
      enrolDevice({ person: 'trainee', password: 'also quite long', name: 'Bay 3' }, elsewhere('10.0.1.2')),
    ).rejects.toMatchObject({ code: 'not-allowed' });
    const bay = await enrolled('Bay 3');
    expect((await everyDevice(people.owner)).find(({ id }) => id === bay.device.id)).toMatchObject({
      name: 'Bay 3',
      enrolledBy: 'owner',
      revokedAt: null,
    });
    await expect(everyDevice(people.lead)).rejects.toMatchObject({ kind: 'forbidden' });
  });

  it('that are shut out end their sessions at once, and PINs with them', async () => {
    const token = await enrolDevice({ person: 'owner', password: PASSWORD, name: 'Lost one' }, elsewhere());
    const device = (await findTablet(token))!;
    const session = await signIn({ person: 'lead', pin: '8341' }, tablet(device.id));
    await shutOutDevice(people.owner, device.id);
    expect([
      await findSignedIn(session.token),
      await findTablet(token),
      await findTablet('made-up'),
      await findTablet(undefined),
    ]).toEqual([null, null, null, null]);
    await expect(shutOutDevice(people.owner, '00000000-0000-4000-8000-000000000000')).rejects.toMatchObject({
      kind: 'not-found',
    });
  });
});

describe('rights of the desk', () => {
  it('need the password, also for those whose role has them', async () => {
    const byPin = { ...people.owner, byPassword: false };
    for (const deed of ['approve', 'override', 'set-up', 'enrol', 'discard-any'] as const)
      expect([may(people.owner, deed), may(byPin, deed)]).toEqual([true, false]);
    for (const deed of ['follow', 'record', 'open-job'] as const) expect(may(byPin, deed)).toBe(true);
    await expect(
      addPerson(byPin, { name: 'New Person', role: 'technician', pin: '4827', password: '' }),
    ).rejects.toMatchObject({ code: 'needs-password' });
    await expect(
      addPerson(people.lead, { name: 'New Person', role: 'technician', pin: '4827', password: '' }),
    ).rejects.toMatchObject({
      code: 'not-allowed',
      message: 'Only an owner may change people, settings and customers’ data.',
    });
    expect(await addPerson(people.owner, { name: 'New Person', role: 'technician', pin: '4827', password: '' })).toBe(
      'new-person',
    );
    await expect(
      addPerson(people.owner, { name: 'New Person', role: 'technician', pin: '4827', password: '' }),
    ).rejects.toMatchObject({ code: 'name-taken' });
  });
});

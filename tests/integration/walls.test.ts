import { beforeAll, describe, expect, it } from 'vitest';
import { asOwner } from '../support/database';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { HERE, tablet } from '../support/sender';
import {
  addBranch,
  addPerson,
  everybody,
  openJob,
  openRun,
  receiveEvents,
  shareProcedure,
  signIn,
  checkPin,
  enrolDevice,
  findSignedIn,
  findTablet,
  listSignInPeople,
  overrideGate,
} from '@/services';
import { dbOf, doorDb, getPerson, HOME, transaction, type Actor } from '@/data';

const { people, shop } = sharedKiteShop();
let run: string;
/** The owner of the second branch. */
let other: Actor;
let walled: string[];

/** What no branch owns, with why it is open. */
const OPEN: Record<string, string> = {
  sign_in_tries: 'wrong tries are counted before anybody is known',
  migrations: 'which schema the database has: asked before anything else',
  schema_version: 'and which version of the program brought it there',
};

beforeAll(async () => {
  const { job } = shop;
  run = await openRun(people.technician, { job, ...REAR_SPEAKER });
  const branch = await addBranch(people.owner, {
    name: 'Harbour branch',
    owner: 'Ada Brine',
    pin: '8341',
    password: 'a long password',
  });
  other = { ...(await getPerson(dbOf(branch), 'ada-brine')), byPassword: true };
  await shareProcedure(people.lead, 'kite-rear-door', false);
  walled = (
    await asOwner<{ name: string }>(
      `select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'branch' order by 1`,
    )
  ).map(({ name }) => name);
});

describe('every table', () => {
  it('has walls that hold for its owner too, and a policy besides the owner’s tasks', async () => {
    const tables = await asOwner<{ name: string; walls: boolean; forced: boolean; policies: string[] }>(
      `select c.relname as name, c.relrowsecurity as walls, c.relforcerowsecurity as forced,
              coalesce(array_agg(p.polname::text) filter (where p.polname <> 'owner_tasks'), '{}') as policies
         from pg_class c left join pg_policy p on p.polrelid = c.oid
        where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p') group by 1, 2, 3 order by 1`,
    );
    expect(tables.length).toBeGreaterThan(40);
    for (const { name, walls, forced, policies } of tables) {
      if (name === 'migrations') continue;
      expect([name, walls, forced], name).toEqual([name, true, true]);
      expect(policies.length, `${name} has no policy`).toBeGreaterThan(0);
      // Whatever is not named above as open belongs to a branch.
      expect(name in OPEN || name === 'shop' || walled.includes(name), `${name} belongs to nobody`).toBe(true);
    }
  });

  it('hangs only on what its own branch owns: every reference to a walled table carries the branch along', async () => {
    const loose = await asOwner<{ child: string; parent: string }>(
      `select distinct c.conrelid::regclass::text as child, c.confrelid::regclass::text as parent from pg_constraint c
        where c.contype = 'f' and c.connamespace = 'public'::regnamespace
          and exists (select 1 from pg_attribute a where a.attrelid = c.confrelid and a.attname = 'branch' and not a.attisdropped)
          and not exists (select 1 from pg_constraint w where w.contype = 'f' and w.conrelid = c.conrelid and w.confrelid = c.confrelid and array_length(w.conkey, 1) = 2)
        order by 1, 2`,
    );
    // Who did something is a name; what the library shares is read, followed and commented from elsewhere.
    const allowed = loose.filter(
      ({ parent, child }) => !['people', 'procedures', 'procedure_revisions'].includes(parent) && child !== parent,
    );
    expect(allowed.map(({ child, parent }) => `${child} → ${parent}`)).toEqual([]);
  });

  it('shows another branch nothing that is not shared, and nobody anything', async () => {
    for (const name of walled) {
      const [{ n }] = await asOwner<{ n: number }>(`select count(*)::int as n from ${name} where branch = ${HOME}`);
      const seen = async (db: typeof doorDb) =>
        (await db.query<{ n: number }>(`select count(*)::int as n from ${name} where branch = ${HOME}`)).rows[0].n;
      expect([name, await seen(dbOf(HOME)), await seen(dbOf(other)), await seen(doorDb)]).toEqual([name, n, 0, 0]);
    }
    const counted = await Promise.all(
      ['people', 'jobs', 'logs', 'events', 'runs', 'procedures', 'procedure_revisions', 'vehicles'].map(
        async (name) =>
          (await asOwner<{ n: number }>(`select count(*)::int as n from ${name} where branch = ${HOME}`))[0].n,
      ),
    );
    // The events come with the next test; everything else is there to be hidden.
    expect(counted.filter((n) => n === 0).length).toBeLessThan(2);
  });

  it('cannot be changed from another branch, nor be given away to one', async () => {
    for (const name of walled) {
      const refused = /row-level security|permission denied|append-only|stays its own|never changed/;
      const change = (statement: string, as: { branch: number }) =>
        transaction(as, (tx) => tx.query(statement), 'read committed').then(
          ({ rowCount }) => rowCount,
          (error: Error) => (refused.test(`${error.message} ${String(error.cause)}`) ? 0 : error.message),
        );
      expect([name, await change(`delete from ${name} where branch = ${HOME}`, other)]).toEqual([name, 0]);
      expect([name, await change(`update ${name} set branch = branch where branch = ${HOME}`, other)]).toEqual([
        name,
        0,
      ]);
      expect([name, await change(`update ${name} set branch = ${other.branch}`, people.owner)]).toEqual([name, 0]);
    }
  });

  it('takes no row under another branch’s name, nor on another branch’s log', async () => {
    const event = `'00000000-0000-4000-8000-00000000aaaa', '${run}', 1, 'd', 1, 'ada-brine', now(), 'note', '{}', 'ada-brine'`;
    const columns = 'id, log_id, lamport, device, seq, person_id, at, type, fact, received_from';
    await expect(dbOf(other).query(`insert into events (${columns}) values (${event})`)).rejects.toMatchObject({
      code: 'refers-to-nothing',
    });
    await expect(
      dbOf(other)
        .query(`insert into speakers (branch, name, kind, basket, cutout, holes, circle, depth, proud, stroke, ohms, sensitivity_db, watts)
        values (${HOME}, 'x', 'speaker', 1, 1, 3, 1, 1, 1, 1, 4, 90, 10)`),
    ).rejects.toMatchObject({ kind: 'not-found' });
  });
});

describe('a tablet', () => {
  it('belongs to a branch: it shows its people, takes their PINs, and no other’s', async () => {
    const token = await enrolDevice({ person: 'Ada Brine', password: 'a long password', name: 'Quay' }, HERE);
    const device = (await findTablet(token))!;
    const at = { ...tablet(device.id), device };
    expect(device.branch).toBe(other.branch);
    expect((await listSignInPeople(at)).map(({ id }) => id)).toEqual(['ada-brine']);
    await expect(signIn({ person: 'technician', pin: '8341' }, at)).rejects.toMatchObject({ code: 'wrong-secret' });
    await expect(signIn({ person: 'The owner', password: 'a long password' }, at)).rejects.toMatchObject({
      code: 'other-branch',
    });
    const session = await signIn({ person: 'ada-brine', pin: '8341' }, at);
    expect(await findSignedIn(session.token)).toMatchObject({ id: 'ada-brine', branch: other.branch });
    // No session of anybody else's can be opened on it, whatever asks for it.
    await expect(
      asOwner(
        `insert into sessions (token_hash, person_id, branch, device_id, expires_at) values ('\\x01', 'lead', ${HOME}, '${device.id}', now() + interval '1 hour')`,
      ),
    ).rejects.toThrow('foreign key');
  });
});

describe('a lead’s word', () => {
  it('counts in the lead’s own branch only', async () => {
    const form = { gate: 'gate:test:kite-rear-door/card', reason: 'x', lead: 'ada-brine', pin: '8341' };
    await expect(overrideGate(people.technician, run, form, HERE)).rejects.toMatchObject({ code: 'wrong-secret' });
    const own = { ...form, lead: 'lead' };
    await expect(overrideGate(other, run, own, HERE)).rejects.toMatchObject({ code: 'wrong-secret' });
    await expect(overrideGate(other, run, form, HERE)).rejects.toMatchObject({ kind: 'not-found' });
  });

  it('of one name in two branches is told apart, in any script', async () => {
    const form = { role: 'lead' as const, pin: '9517', password: '' };
    const here = await addPerson(people.owner, { ...form, name: '山田' });
    const there = await addPerson(other, { ...form, name: '山田', pin: '9518' });
    const ivan = await addPerson(other, { ...form, name: 'Иван', pin: '9519' });
    const namesake = await addPerson(other, { ...form, name: 'The lead', pin: '9520' });
    expect(new Set([here, there, ivan, namesake, 'lead']).size).toBe(5);
    expect((await everybody(other.branch)).map(({ name }) => name).sort()).toEqual(
      ['Ada Brine', 'The lead', 'Иван', '山田'].sort(),
    );
    await expect(addPerson(other, { ...form, name: '山田' })).rejects.toMatchObject({ code: 'name-taken' });
    expect((await checkPin('山田', '9518', HERE, other.branch)).id).toBe(there);
    await expect(checkPin('山田', '9517', HERE, other.branch)).rejects.toMatchObject({ code: 'wrong-secret' });
    // On the machine itself, without a branch chosen, the secret tells which of the two it is.
    expect((await checkPin('山田', '9517', HERE)).id).toBe(here);
  });
});

describe('an event', () => {
  it('whose id stands in another branch’s log is set aside, and the rest kept', async () => {
    const event = (id: string, lamport: number, person: string) => ({
      id,
      lamport,
      device: 'd',
      seq: lamport,
      person,
      at: '2026-11-27T09:00:00.000Z',
      type: 'started',
    });
    const [shared, own] = ['00000000-0000-4000-8000-0000000000e1', '00000000-0000-4000-8000-0000000000e2'];
    await receiveEvents(people.technician, run, [event(shared, 1, 'technician')], 0);
    await shareProcedure(people.lead, 'kite-rear-door', true);
    const job = await openJob(other, kiteJob('Theirs'));
    const theirs = await openRun(other, { job, ...REAR_SPEAKER });
    const answer = await receiveEvents(other, theirs, [event(shared, 1, other.id), event(own, 2, other.id)], 0);
    expect(answer.events.map(({ id }) => id)).toEqual([own]);
    expect(answer.kept.sort()).toEqual([shared, own].sort());
    expect(answer.setAside).toEqual([{ id: shared, reason: 'It belongs to another job.' }]);
    await expect(receiveEvents(other, run, [], 0)).rejects.toMatchObject({ code: 'log-unknown' });
  });
});

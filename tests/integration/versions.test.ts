import { spawn } from 'node:child_process';
import pg from 'pg';
import { beforeAll, describe, expect, it } from 'vitest';
import { migrate, MIGRATIONS } from '../../scripts/support/migrate';
import { addressesOf, asOwner, emptyDatabase } from '../support/database';
import { sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { checkHealth, demandCurrent, openRun, readReport, receiveEvents, VERSION } from '@/services';
import { HOME } from '@/data';

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

const forget = () => delete (globalThis as { pezzoSchema?: object }).pezzoSchema;
const owner = () => process.env.PEZZO_TEST_OWNER_URL!;

describe('a database that a newer version has changed', () => {
  it('is refused by an older program in words that name the version it needs; nothing is changed', async () => {
    await asOwner(`insert into migrations (name, run_on) values ('9999_from-the-future', now())`);
    await asOwner(`update schema_version set version = '9.1.0'`);
    await expect(migrate(owner(), 'pezzo_app')).rejects.toThrow(
      /Pezzo 9\.1\.0; this is Pezzo \d+\.\d+\.\d+, which is older/,
    );
    forget();
    await expect(demandCurrent()).rejects.toMatchObject({ code: 'must-update', retryAfterSeconds: 2 });
    await expect(checkHealth()).rejects.toMatchObject({ message: expect.stringContaining('9.1.0') });
    await asOwner(`delete from migrations where name = '9999_from-the-future'`);
    await asOwner(`update schema_version set version = '${VERSION}'`);
    forget();
    await demandCurrent();
    expect(await checkHealth()).toMatchObject({ ok: true, version: VERSION, troubles: [] });
  });
});

/** Migrates in a process of its own, as `up` does. */
const migrateApart = (database: string) => {
  const work = `const { migrate } = await import('./scripts/support/migrate.ts'); await migrate('${database}');`;
  const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', work], { stdio: 'ignore' });
  return { child, ended: new Promise<number | null>((resolve) => child.once('exit', resolve)) };
};

/** Everything of a schema that can be told apart: columns, constraints, policies, triggers, functions. */
const schemaOf = async (database: string): Promise<string[]> => {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const { rows } = await client
    .query<{ line: string }>(
      `select concat_ws(' ', 'column', table_name, column_name, data_type, is_nullable, column_default) as line from information_schema.columns where table_schema = 'public'
       union all select concat_ws(' ', 'constraint', conrelid::regclass, pg_get_constraintdef(oid)) from pg_constraint where connamespace = 'public'::regnamespace
       union all select concat_ws(' ', 'policy', tablename, policyname, qual, with_check) from pg_policies where schemaname = 'public'
       union all select pg_get_triggerdef(oid) from pg_trigger where not tgisinternal
       union all select 'migration ' || name from migrations order by 1`,
    )
    .finally(() => client.end());
  return rows.map(({ line }) => line);
};

describe('half an upgrade', () => {
  it('killed at any moment is gone on with at the next start, and comes to the same', async () => {
    const whole = await emptyDatabase();
    await migrate(addressesOf(whole.name).owner);
    const cut = await emptyDatabase();
    const { owner: address } = addressesOf(cut.name);
    const doneSoFar = async () => {
      const client = new pg.Client({ connectionString: address });
      await client.connect();
      const { rows } = await client
        .query<{ n: number }>('select count(*)::int as n from migrations')
        .catch(() => ({ rows: [{ n: 0 }] }))
        .finally(() => client.end());
      return rows[0].n;
    };
    const reached: number[] = [];
    for (const after of [0, 6, 15, 24]) {
      const { child, ended } = migrateApart(address);
      await expect.poll(doneSoFar, { interval: 2, timeout: 60_000 }).toBeGreaterThan(after);
      child.kill('SIGKILL');
      await ended;
      reached.push(await doneSoFar());
    }
    expect(reached[0]).toBeLessThan(MIGRATIONS.length);
    await migrate(address);
    expect(await schemaOf(address)).toEqual(await schemaOf(addressesOf(whole.name).owner));
    await Promise.all([whole.drop(), cut.drop()]);
  });

  it('is no upgrade: a migration that was cut off leaves nothing behind, and the next start goes on', async () => {
    // As it stands once the last migration has been cut off in the middle: its transaction never was.
    const client = new pg.Client({ connectionString: owner(), options: '-c pezzo.task=migration' });
    await client.connect();
    await client.query('begin');
    await client.query('create table half_of_it (id integer)');
    client.on('error', () => undefined);
    (client as unknown as { connection: { stream: { destroy(): void } } }).connection.stream.destroy();
    await expect
      .poll(
        async () =>
          (await asOwner<{ there: boolean }>(`select to_regclass('half_of_it') is not null as there`))[0].there,
      )
      .toBe(false);
    await migrate(owner(), 'pezzo_app');
    expect((await asOwner<{ n: number }>('select count(*)::int as n from migrations'))[0].n).toBe(MIGRATIONS.length);
  });
});

describe('what is finished', () => {
  it('is said as it was kept, whatever the events come to by then', async () => {
    const run = await openRun(people.technician, { job, ...REAR_SPEAKER });
    const event = {
      id: crypto.randomUUID(),
      lamport: 1,
      device: 'd',
      seq: 1,
      person: 'technician',
      at: '2026-11-27T09:00:00.000Z',
      type: 'started',
    };
    await receiveEvents(people.technician, run, [event], 0);
    const [now] = (await readReport(HOME, job)).runs;
    await asOwner(`insert into kept_reports (log_id, branch, version, report) values ('${run}', 1, '0.0.1', $1)`, [
      JSON.stringify({ ...now, notes: ['As it was said then.'], later: [] }),
    ]);
    expect((await readReport(HOME, job)).runs[0].notes).toEqual(['As it was said then.']);
    await expect(asOwner(`update kept_reports set report = '{}'`)).rejects.toThrow('append-only');
  });
});

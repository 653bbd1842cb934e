import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrate, tooMuchOf } from '../../scripts/support/migrate';
import { asAdmin, asOwner, freshDatabase } from '../support/database';
import { makeShop } from '../support/shop';
import { changeKit, checkHealth, everybody } from '@/services';
import { HOME, dbOf, getPool, transaction, translate, type Actor } from '@/data';

const db = dbOf(HOME);

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
});
afterAll(() => drop());

const setting = async (name: string) =>
  (await db.query<{ value: string }>(`select current_setting('${name}') as value`)).rows[0].value;

/** The columns that statements of `src/data` set, by table. */
function columnsSet(): [table: string, column: string][] {
  const files = readdirSync('src/data').filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'));
  const text = files.map((name) => readFileSync(join('src/data', name), 'utf8')).join('\n');
  const statements = [...text.matchAll(/update\s+(\w+)\s+(?:\w+\s+)?set\s+([\s\S]*?)(?:\s+where|`|'\s*[,)])/g)];
  return statements.flatMap(([, table, set]) =>
    [...set.matchAll(/(?:^|,)\s*(\w+)\s*=/g)].map(([, column]): [string, string] => [table, column]),
  );
}

describe('the app’s own role', () => {
  it('may set every column that a statement of its own sets', async () => {
    const columns = columnsSet();
    expect(columns.length).toBeGreaterThan(50);
    const { rows } = await db.query<{ table: string; column: string }>(
      `select t as "table", c as "column" from unnest($1::text[], $2::text[]) as one(t, c)
        where to_regclass(t) is not null and not has_column_privilege(current_user, t, c, 'update')`,
      [columns.map(([table]) => table), columns.map(([, column]) => column)],
    );
    expect(rows).toEqual([]);
  });

  it('is a plain one that owns nothing', async () => {
    const { rows } = await db.query(
      `select rolsuper, rolcreaterole, rolcreatedb, rolreplication, rolbypassrls from pg_roles where rolname = current_user`,
    );
    expect(rows).toEqual([
      { rolsuper: false, rolcreaterole: false, rolcreatedb: false, rolreplication: false, rolbypassrls: false },
    ]);
    expect(await tooMuchOf(process.env.DATABASE_URL!)).toEqual([]);
    expect(await tooMuchOf(process.env.PEZZO_TEST_OWNER_URL!)).toEqual(['it owns the tables']);
    for (const text of [
      'create table mine (id int)',
      'drop table photos',
      'select * from pg_authid',
      `update photos set picture = ''`,
      'delete from procedure_revisions',
      'delete from stock_moves',
      'update jobs set title = $$x$$',
      `set session_replication_role = 'replica'`,
    ]) {
      await expect(db.query(text)).rejects.toMatchObject({
        message: expect.stringMatching(/permission denied|must be owner/),
      });
    }
  });

  it('has limits on statements, locks and idle transactions', async () => {
    expect(
      await Promise.all(['statement_timeout', 'lock_timeout', 'idle_in_transaction_session_timeout'].map(setting)),
    ).toEqual(['20s', '6s', '20s']);
  });
});

describe('what is only ever added', () => {
  it.each(['events', 'photos', 'procedure_revisions', 'stock_moves'])(
    'is changed or deleted not even by the owner: %s',
    async (table) => {
      const column = { events: 'type', photos: 'sha256', procedure_revisions: 'note', stock_moves: 'reason' }[table];
      const triggers = await asOwner<{ tgname: string }>(
        `select tgname from pg_trigger where tgrelid = '${table}'::regclass and not tgisinternal and tgenabled = 'O' and pg_get_triggerdef(oid) like '%refuse_change%'`,
      );
      expect(triggers.length).toBeGreaterThan(0);
      // Saying so oneself, as the app, changes nothing: only the owner's own function may.
      await expect(
        db.query(
          `do $$ begin perform set_config('pezzo.redacting', 'on', true); update ${table} set ${column} = ${column}; end $$`,
        ),
      ).rejects.toThrow('permission denied');
    },
  );
});

describe('a database that cannot do it just now', () => {
  const fails = async (text: string, settings: string) =>
    transaction(
      HOME,
      async (tx) => {
        await tx.query(settings);
        await tx.query(text);
      },
      'read committed',
    );

  it('is told as such, to be tried again: a statement that runs too long, a lock that is held, only reading', async () => {
    await expect(fails('select pg_sleep(5)', `set local statement_timeout = '50ms'`)).rejects.toMatchObject({
      kind: 'unavailable',
      code: 'database-busy',
      retryAfterSeconds: 2,
    });
    await expect(fails(`update people set role = role`, 'set transaction read only')).rejects.toMatchObject({
      kind: 'unavailable',
      code: 'database-busy',
    });
    const other = new pg.Client({ connectionString: process.env.PEZZO_TEST_OWNER_URL });
    await other.connect();
    await other.query('begin');
    await other.query('lock table people in access exclusive mode');
    await expect(fails('select 1 from people', `set local lock_timeout = '50ms'`)).rejects.toMatchObject({
      kind: 'unavailable',
    });
    await other.query('rollback');
    await other.end();
  });

  it('that ends a connection in the middle, or has none left, loses nothing and says so', async () => {
    await expect(
      transaction(HOME, async (tx) => {
        const { rows } = await tx.query<{ pid: number }>('select pg_backend_pid() as pid');
        await asAdmin('select pg_terminate_backend($1)', [rows[0].pid]);
        await tx.query('select 1');
      }),
    ).rejects.toMatchObject({ kind: 'unavailable' });
    const held = await Promise.all(Array.from({ length: getPool().options.max }, () => getPool().connect()));
    await expect(everybody(HOME)).rejects.toMatchObject({ kind: 'unavailable', code: 'database-unavailable' });
    held.forEach((client) => client.release());
    expect((await everybody(HOME)).length).toBe(4);
  });

  it('tells what cannot be held from what cannot be reached', () => {
    for (const code of ['22P05', '22008', '22001', '22P02'])
      expect(translate({ code, message: 'x' })).toMatchObject({ kind: 'invalid' });
    for (const code of ['57P01', '57P03', '53300', '08006', '58030', 'ECONNREFUSED', '25006', '55P03', '57014'])
      expect(translate({ code, message: 'x' })).toMatchObject({ kind: 'unavailable' });
    const fault = new TypeError('ours');
    expect(translate(fault)).toBe(fault);
  });

  it('keeps a person’s kit and answers for its health all the same afterwards', async () => {
    await changeKit(people.technician, ['T20']);
    expect(await checkHealth()).toMatchObject({ ok: true });
  });
});

describe('migrations', () => {
  it('wait for one another: however many start at once, each runs once', async () => {
    const [owner] = [process.env.PEZZO_TEST_OWNER_URL!];
    const before = await asOwner('select name from migrations order by id');
    await Promise.all(Array.from({ length: 4 }, () => migrate(owner, 'pezzo_app')));
    expect(await asOwner('select name from migrations order by id')).toEqual(before);
  });
});

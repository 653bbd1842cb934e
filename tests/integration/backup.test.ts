import { createHash } from 'node:crypto';
import { createWriteStream, mkdtempSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPromise } from 'yauzl';
import { ZipFile } from 'yazl';
import { backup } from '../../scripts/backup/backup';
import { restore } from '../../scripts/backup/restore';
import type { Manifest } from '../../scripts/backup/state';
import { migrate } from '../../scripts/support/migrate';
import { makeWorkers } from '../../scripts/support/workers';
import { loadDemo } from '../../scripts/up/load-demo';
import { faultsOf } from '../../scripts/verify/faults';
import { addressesOf, emptyDatabase } from '../support/database';

const folder = mkdtempSync(join(tmpdir(), 'pezzo-backup-'));
const drops: (() => Promise<void>)[] = [];
async function query<T extends pg.QueryResultRow>(url: string, text: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: url, options: '-c pezzo.task=tests -c pezzo.branch=1' });
  await client.connect();
  const { rows } = await client.query<T>(text).finally(() => client.end());
  return rows;
}
/** An empty database; the address for its owner, who is no superuser. */
async function empty(): Promise<string> {
  const { name, drop } = await emptyDatabase();
  drops.push(drop);
  return addressesOf(name).owner;
}
async function anotherShop(): Promise<string> {
  const target = await empty();
  await migrate(target);
  await query(target, `insert into shop (id, name) values (1, 'Another shop')`);
  return target;
}
const shopsOf = (url: string) => query(url, 'select name from shop order by id');

/** Every row of every table, as text that two databases can be compared by. */
async function wholeState(url: string): Promise<Record<string, string[]>> {
  const tables = await query<{ name: string }>(
    url,
    `select tablename as name from pg_tables where schemaname = 'public' and tablename <> 'migrations' order by 1`,
  );
  const state: Record<string, string[]> = {};
  for (const { name } of tables)
    state[name] = (
      await query<{ row: string }>(url, `select md5(t::text) as row from ${pg.escapeIdentifier(name)} t order by 1`)
    ).map(({ row }) => row);
  return { ...state, sessions: [], sign_in_tries: [] };
}

/** A copy of a backup with some of its files, or its manifest, changed. */
async function changed(
  source: string,
  name: string,
  change: (files: Map<string, Buffer>, manifest: Manifest) => void,
  rehash = false,
): Promise<string> {
  const zip = await openPromise(source, { lazyEntries: true, autoClose: false });
  const files = new Map<string, Buffer>();
  for await (const entry of zip.eachEntry()) {
    const chunks: Buffer[] = [];
    for await (const chunk of await zip.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
    files.set(entry.fileName, Buffer.concat(chunks));
  }
  zip.close();
  const manifest = JSON.parse(files.get('manifest.json')!.toString('utf8')) as Manifest;
  change(files, manifest);
  if (rehash)
    for (const table of manifest.tables) {
      const bytes = files.get(`${table.name}.copy`)!;
      table.sha256 = createHash('sha256').update(bytes).digest('hex');
      table.rows = bytes.length ? bytes.toString('utf8').trimEnd().split('\n').length : 0;
    }
  files.set('manifest.json', Buffer.from(JSON.stringify(manifest)));
  const out = new ZipFile();
  for (const [path, bytes] of files) out.addBuffer(bytes, path);
  out.end();
  const file = join(folder, name);
  await pipeline(out.outputStream, createWriteStream(file));
  return file;
}
const edit = (files: Map<string, Buffer>, table: string, how: (text: string) => string) =>
  files.set(`${table}.copy`, Buffer.from(how(files.get(`${table}.copy`)!.toString('utf8'))));

let source: string;
let before: Record<string, string[]>;
const file = join(folder, 'shop.backup');
beforeAll(async () => {
  const { name, drop } = await emptyDatabase();
  drops.push(drop);
  const { owner, app } = addressesOf(name);
  source = owner;
  await migrate(owner, 'pezzo_app');
  await makeWorkers();
  await loadDemo(app);
  await query(
    source,
    `insert into sessions (token_hash, person_id, expires_at) values ('\\x01', 'pip-hallam', now() + interval '1 hour')`,
  );
  await backup(source, file);
  before = await wholeState(source);
});
afterAll(async () => {
  for (const drop of drops) await drop();
  rmSync(folder, { recursive: true, force: true });
});

describe('a backup', () => {
  it('holds the whole state: brought back into an empty database every row of every table is there, and verifies', async () => {
    const target = await empty();
    await restore(target, file, false);
    const after = await wholeState(target);
    expect(Object.keys(after).length).toBeGreaterThan(30);
    expect(before.events.length).toBeGreaterThan(80);
    expect(before.photos.length).toBeGreaterThan(0);
    expect(after).toEqual(before);
    const client = new pg.Client({ connectionString: target, options: '-c pezzo.task=verify' });
    await client.connect();
    expect(await faultsOf(client).finally(() => client.end())).toEqual([]);
  });

  it('is readable by its owner only, and signs nobody in', async () => {
    expect(statSync(file).mode & 0o777).toBe(0o600);
    const target = await empty();
    await restore(target, file, false);
    expect(await query(target, 'select 1 from sessions')).toEqual([]);
    expect((await query(source, 'select 1 from sessions')).length).toBe(1);
  });

  it('brings back what guards the state too: the log stays append-only, walls stand, numbers go on', async () => {
    const target = await empty();
    await restore(target, file, false);
    await expect(query(target, 'delete from events')).rejects.toThrow('append-only');
    const [{ number }] = await query<{ number: number }>(
      target,
      `insert into jobs (title, vehicle_id, created_by, branch) select 'next', vehicle_id, created_by, branch from jobs limit 1 returning number`,
    );
    expect(number).toBe(2407);
    const [{ walls }] = await query<{ walls: number }>(
      target,
      'select count(*)::int as walls from pg_class where relforcerowsecurity',
    );
    expect(walls).toBeGreaterThan(40);
  });

  it('does not overwrite a shop unless told to, and then puts itself in its place', async () => {
    const target = await anotherShop();
    await expect(restore(target, file, false)).rejects.toThrow('--replace');
    expect(await shopsOf(target)).toEqual([{ name: 'Another shop' }]);
    await restore(target, file, true);
    expect(await wholeState(target)).toEqual(before);
  });
});

describe('a file that is not what it should be', () => {
  it.each<[string, RegExp, () => Promise<string>]>([
    [
      'is no zip',
      /no backup of Pezzo/,
      async () => {
        writeFileSync(join(folder, 'text.backup'), 'drop table people;');
        return join(folder, 'text.backup');
      },
    ],
    [
      'is a dump of the database',
      /before 0\.2/,
      async () => {
        writeFileSync(join(folder, 'dump.backup'), 'PGDMP drop table people;');
        return join(folder, 'dump.backup');
      },
    ],
    [
      'is cut off',
      /no backup of Pezzo|cut off/,
      async () => {
        const cut = join(folder, 'cut.backup');
        await backup(source, cut);
        truncateSync(cut, 30_000);
        return cut;
      },
    ],
    [
      'is some other zip',
      /no backup of Pezzo|cut off/,
      () =>
        changed(file, 'other.zip', (files) => files.clear(), false).catch(async () => {
          const out = new ZipFile();
          out.addBuffer(Buffer.from('x'), 'x.txt');
          out.end();
          await pipeline(out.outputStream, createWriteStream(join(folder, 'other.zip')));
          return join(folder, 'other.zip');
        }),
    ],
    ['lacks a table', /missing/, () => changed(file, 'lacks.backup', (files) => void files.delete('jobs.copy'))],
    [
      'had a row changed',
      /not what it says it is/,
      () =>
        changed(
          file,
          'row.backup',
          (files) => void edit(files, 'people', (text) => text.replace('Bea Nwosu', 'Mallory')),
        ),
    ],
    [
      'names columns of its own',
      /other columns/,
      () =>
        changed(
          file,
          'columns.backup',
          (_, manifest) => void (manifest.tables[0].columns = ["id) from program 'touch /tmp/pwned'; --"]),
        ),
    ],
    [
      'names a table of its own',
      /^$/,
      () =>
        changed(file, 'table.backup', (files, manifest) => {
          manifest.tables.push({ name: 'pg_authid', columns: ['rolname'], rows: 1, sha256: '' });
          files.set('pg_authid.copy', Buffer.from('evil\n'));
        }),
    ],
    [
      'ends its rows early and goes on with commands',
      /never does|not what it says/,
      () =>
        changed(
          file,
          'commands.backup',
          (files) => void edit(files, 'shop', (text) => `${text}\\.\ndrop table people;\n`),
          true,
        ),
    ],
    [
      'holds a value of another kind',
      /never does/,
      () =>
        changed(file, 'kind.backup', (files) => void edit(files, 'jobs', (text) => text.replace(/^\d+/, 'x')), true),
    ],
    [
      'holds a row that belongs to nothing',
      /never does/,
      () => changed(file, 'orphan.backup', (files) => void edit(files, 'logs', () => ''), true),
    ],
    [
      'had a record changed, and its own hash with it',
      /does not fit together: Job \d+, record \d+/,
      () =>
        changed(
          file,
          'record.backup',
          (files) => void edit(files, 'events', (text) => text.replace('"count": 1', '"count": 2')),
          true,
        ),
    ],
    [
      'had a record taken out',
      /does not fit together/,
      () =>
        changed(
          file,
          'taken.backup',
          (files) =>
            void edit(files, 'events', (text) =>
              text
                .split('\n')
                .filter((_, at) => at !== 20)
                .join('\n'),
            ),
          true,
        ),
    ],
    [
      'is of a newer version',
      /Update Pezzo first/,
      () =>
        changed(file, 'newer.backup', (_, manifest) => {
          manifest.schema += 1;
          manifest.version = '99.0.0';
        }),
    ],
  ])('and %s is refused in words before anything is replaced', async (what, words, make) => {
    const target = await anotherShop();
    const given = await make();
    if (what === 'names a table of its own') {
      // It is passed over: only our own tables are looked for.
      await restore(target, given, true);
      expect(await wholeState(target)).toEqual(before);
      return;
    }
    await expect(restore(target, given, true)).rejects.toThrow(words);
    expect(await shopsOf(target)).toEqual([{ name: 'Another shop' }]);
  });
});

it('a backup that cannot be written leaves the one before as it was', async () => {
  const bytes = readFileSync(file);
  await expect(backup('postgresql://nobody:x@127.0.0.1:1/none', file)).rejects.toThrow();
  expect(readFileSync(file).equals(bytes)).toBe(true);
});

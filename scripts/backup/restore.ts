import { existsSync, readFileSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { buildSchema, migrate, MIGRATIONS } from '../support/migrate';
import { PlainFailure, say } from '../support/project';
import { VERSION } from '../support/version';
import { faultsOf } from '../verify/faults';
import { FORMAT, Hashing, tablesOf, type Manifest } from './state';
import { fileHere, withDatabase } from './tools';

/** The first schema that backups of this form were written of. */
const FIRST_SCHEMA = 29;
const LARGEST_MANIFEST = 1024 * 1024;

const refuse = (why: string) => new PlainFailure(`${why} Nothing was changed.`);

/**
 * Brings a backup back, whole or not at all, and then up to date where it is of an older version. The schema is our own, at the file's version; of the file only rows are taken, through
 * every trigger and constraint, and what comes of them is verified before anything is replaced. Throws PlainFailure where the database holds something and `replace` was not said, or
 * the file is no backup, cut, changed, or of a newer version.
 */
export async function restore(databaseUrl: string, file: string, replace: boolean, appRole?: string): Promise<void> {
  const zip = await openPromise(file, { lazyEntries: true, autoClose: false, validateEntrySizes: true }).catch(() => {
    throw refuse(isOldDump(file) ? OLD_DUMP : `${file} is no backup of Pezzo, or it is damaged.`);
  });
  const client = new pg.Client({
    connectionString: databaseUrl,
    options: '-c pezzo.task=restore -c statement_timeout=0',
  });
  client.on('error', () => undefined);
  let isConnected = false;
  try {
    const entries = await contentsOf(zip);
    const manifest = await readManifest(zip, entries);
    await client.connect();
    isConnected = true;
    if (!(await isEmpty(client)) && !replace)
      throw refuse('The database holds something already. To replace it with the backup, add --replace.');
    // Emptying, filling and verifying are one transaction: whatever fails, what was there stays.
    await client.query('begin');
    await client.query('drop schema public cascade');
    await client.query('create schema public');
    await buildSchema(client, manifest.schema);
    // A migration may have said what it is; from here on this is a restore.
    await client.query(`set local pezzo.task = 'restore'`);
    await fill(client, zip, entries, manifest);
    await continueNumbers(client);
    const faults = await faultsOf(client);
    if (faults.length) throw refuse(`What the file holds does not fit together: ${faults.slice(0, 3).join(' ')}`);
    await client.query('commit');
  } catch (error) {
    if (isConnected) await client.query('rollback').catch(() => undefined);
    throw error instanceof PlainFailure
      ? error
      : refuse(`The file holds what a backup of Pezzo never does: ${wordsOf(error)}.`);
  } finally {
    zip.close();
    if (isConnected) await client.end().catch(() => undefined);
  }
  await migrate(databaseUrl, appRole);
}

const wordsOf = (error: unknown) => (error as Error).message.split('\n')[0];

const OLD_DUMP =
  'This backup was written by a version before 0.2, in a form that could bring commands along. Restore it with that version, update, and make a new backup.';
const isOldDump = (file: string) =>
  existsSync(file) && readFileSync(file).subarray(0, 5).toString('latin1') === 'PGDMP';

async function contentsOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  try {
    for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
  } catch {
    throw refuse('The backup is cut off or damaged.');
  }
  return entries;
}

async function readManifest(zip: ZipFile, entries: Map<string, Entry>): Promise<Manifest> {
  const entry = entries.get('manifest.json');
  if (!entry || entry.uncompressedSize > LARGEST_MANIFEST) throw refuse('This zip is no backup of Pezzo.');
  const chunks: Buffer[] = [];
  for await (const chunk of await zip.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
  const manifest = parsed(Buffer.concat(chunks).toString('utf8'));
  if (manifest?.format !== FORMAT || !Number.isInteger(manifest.schema) || !Array.isArray(manifest.tables))
    throw refuse('This zip is no backup of Pezzo.');
  if (manifest.schema > MIGRATIONS.length)
    throw refuse(
      `This backup was written by Pezzo ${String(manifest.version)}; this is ${VERSION}. Update Pezzo first.`,
    );
  if (manifest.schema < FIRST_SCHEMA) throw refuse('This zip is no backup of Pezzo.');
  return manifest;
}

function parsed(text: string): Manifest | null {
  try {
    return JSON.parse(text) as Manifest;
  } catch {
    return null;
  }
}

/** Takes in the rows of every table of our own schema; the file's names are only compared with ours, never used. */
async function fill(client: pg.Client, zip: ZipFile, entries: Map<string, Entry>, manifest: Manifest): Promise<void> {
  const tables = await tablesOf(client);
  // Rows of every branch come in at once: for as long as this transaction, the walls do not hold for the owner.
  for (const { name } of tables)
    await client.query(`alter table ${pg.escapeIdentifier(name)} no force row level security`);
  for (const { name, columns } of tables) {
    const given = manifest.tables.find((one) => one.name === name);
    const entry = entries.get(`${name}.copy`);
    if (!given || !entry) throw refuse(`The backup is cut off: “${name}” is missing.`);
    if (JSON.stringify(given.columns) !== JSON.stringify(columns))
      throw refuse(`The backup was changed: “${name}” has other columns.`);
    const list = columns.map((column) => pg.escapeIdentifier(column)).join(', ');
    const hashing = new Hashing();
    const rows = client.query(copyFrom(`copy ${pg.escapeIdentifier(name)} (${list}) from stdin (encoding 'UTF8')`));
    // What the database says of a row is told by the pipeline, too.
    rows.on('error', () => undefined);
    await pipeline(await zip.openReadStreamPromise(entry), hashing, rows).catch((error: unknown) => {
      throw (error as { severity?: string }).severity ? error : refuse('The backup is cut off or damaged.');
    });
    if (hashing.digest() !== given.sha256 || rows.rowCount !== given.rows)
      throw refuse(`The backup was changed: “${name}” is not what it says it is.`);
  }
  await client.query('set constraints all immediate');
  for (const { name } of tables)
    await client.query(`alter table ${pg.escapeIdentifier(name)} force row level security`);
}

/** Numbers that the database gives out go on after those that were restored. */
async function continueNumbers(client: pg.Client): Promise<void> {
  const { rows } = await client.query<{ name: string; column: string }>(
    `select table_name as name, column_name as column from information_schema.columns where table_schema = 'public' and is_identity = 'YES'`,
  );
  for (const { name, column } of rows)
    await client.query(
      `select setval(pg_get_serial_sequence($1, $2), greatest((select coalesce(max(${pg.escapeIdentifier(column)}), 0) from ${pg.escapeIdentifier(name)}), (select last_value from ${await sequenceOf(client, name, column)}) - 1) + 1, false)`,
      [name, column],
    );
}

async function sequenceOf(client: pg.Client, table: string, column: string): Promise<string> {
  const { rows } = await client.query<{ name: string }>('select pg_get_serial_sequence($1, $2) as name', [
    table,
    column,
  ]);
  return rows[0].name;
}

const isEmpty = async (client: pg.Client) =>
  (await client.query(`select 1 from pg_tables where schemaname = 'public' limit 1`)).rowCount === 0;

/** The app's own role, where it is another than the owner. */
const roleOf = (ownerUrl: string, appUrl: string): string | undefined =>
  ownerUrl === appUrl ? undefined : decodeURIComponent(new URL(appUrl).username);

/** `pezzo restore FILE`; returns the exit status. */
export async function restoreCommand(name: string, { replace }: { replace?: boolean }): Promise<number> {
  const file = fileHere(name);
  try {
    if (!existsSync(file)) throw new PlainFailure(`There is no file ${file}.`);
    await withDatabase((ownerUrl, appUrl) => restore(ownerUrl, file, replace ?? false, roleOf(ownerUrl, appUrl)));
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(error.message);
    return 1;
  }
  say('The backup is restored.');
  return 0;
}

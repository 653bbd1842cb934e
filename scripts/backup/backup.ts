import { createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { to as copyTo } from 'pg-copy-streams';
import { ZipFile } from 'yazl';
import { UsageError } from '../cli/usage-error';
import { PlainFailure, say } from '../support/project';
import { VERSION } from '../support/version';
import { FORMAT, Hashing, tablesOf, type Manifest, type TableInFile } from './state';
import { fileHere, withDatabase } from './tools';

/**
 * Writes everything a database holds to one file, as of one moment, readable by its owner only. A file that is there already is replaced only when the new
 * one is whole. Sessions stay out.
 */
export async function backup(databaseUrl: string, file: string): Promise<void> {
  const part = `${file}.part`;
  const client = new pg.Client({ connectionString: databaseUrl, options: '-c pezzo.task=backup' });
  rmSync(part, { force: true });
  try {
    await client.connect();
    // One moment for all tables.
    await client.query('begin isolation level repeatable read read only');
    await client.query('set local statement_timeout = 0');
    // Made before anything is written to it, so that it is never readable by others, not even for a moment.
    const out = createWriteStream(part, { flags: 'wx', mode: 0o600 });
    const zip = new ZipFile();
    const written = pipeline(zip.outputStream, out);
    const failed = written.then(
      () => undefined,
      (error: unknown) => {
        throw error;
      },
    );
    await Promise.race([writeTables(client, zip), failed]);
    zip.end();
    await written;
    await client.query('commit');
    renameSync(part, file);
  } catch (error) {
    throw error instanceof PlainFailure ? error : new PlainFailure(wordsOf(error));
  } finally {
    await client.end().catch(() => undefined);
    rmSync(part, { force: true });
  }
}

const wordsOf = (error: unknown) =>
  (error as { code?: string }).code === 'ENOSPC'
    ? 'The disk is full.'
    : `The database could not be read to its end: ${(error as Error).message}`;

async function writeTables(client: pg.Client, zip: ZipFile): Promise<void> {
  const tables: TableInFile[] = [];
  for (const { name, columns } of await tablesOf(client)) {
    const list = columns.map((column) => pg.escapeIdentifier(column)).join(', ');
    // In an order that is always the same: events as they came, so that their chain can be followed.
    const order = columns.includes('position')
      ? ' order by position'
      : columns.includes('number')
        ? ' order by number'
        : '';
    const rows = client.query(
      copyTo(`copy (select ${list} from ${pg.escapeIdentifier(name)}${order}) to stdout (encoding 'UTF8')`),
    );
    const hashing = new Hashing();
    zip.addReadStream(rows.pipe(hashing), `${name}.copy`, { mtime: new Date(0), compressionLevel: 3 });
    rows.on('error', (error) => hashing.destroy(error));
    await once(hashing, 'end');
    tables.push({ name, columns, rows: rows.rowCount ?? 0, sha256: hashing.digest() });
  }
  const { rows } = await client.query<{ schema: number }>('select count(*)::int as schema from migrations');
  const manifest: Manifest = {
    format: FORMAT,
    version: VERSION,
    schema: rows[0].schema,
    madeAt: new Date().toISOString(),
    tables,
  };
  zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 1)), 'manifest.json');
}

/** `pezzo backup FILE`; returns the exit status. */
export async function backupCommand(name: string): Promise<number> {
  const file = fileHere(name);
  if (existsSync(file) && statSync(file).isDirectory()) throw new UsageError(`${file} is a folder: name a file.`);
  try {
    await withDatabase((url) => backup(url, file));
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(`${error.message}\nNo backup was written.`);
    return 1;
  }
  say(
    `Everything is in ${file} (${Math.max(1, Math.round(statSync(file).size / 1024))} kB). Keep it elsewhere than on this machine.`,
  );
  return 0;
}

import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { capture } from '../support/command';
import { migrate } from '../support/migrate';
import { PlainFailure, say } from '../support/project';
import { clientProgram, fileHere, withDatabase, withoutPassword } from './tools';

/**
 * Brings a backup back, whole or not at all, and then up to date where it is of an older version. Throws PlainFailure where the database
 * holds something and `replace` was not said, or the file is no backup.
 */
export async function restore(databaseUrl: string, file: string, replace: boolean, appRole?: string): Promise<void> {
  const program = await clientProgram('pg_restore');
  // Reading its table of contents first: a file that is no backup must not cost what is there.
  try {
    capture(program, ['--list', file]);
  } catch {
    throw new PlainFailure(`${file} is no backup of Pezzo, or it is damaged. Nothing was changed.`);
  }
  if (!(await isEmpty(databaseUrl))) {
    if (!replace)
      throw new PlainFailure(
        'The database holds something already, so nothing was changed. To replace it with the backup, add --replace.',
      );
  }
  const folder = mkdtempSync(join(tmpdir(), 'pezzo-restore-'));
  try {
    const script = join(folder, 'backup.sql');
    capture(program, ['--no-owner', '--no-privileges', `--file=${script}`, file]);
    const { address, env } = withoutPassword(databaseUrl);
    // Emptying and filling are one transaction: whatever fails, what was there stays.
    capture(
      await clientProgram('psql'),
      [
        '--no-psqlrc',
        '--quiet',
        '--single-transaction',
        '--set=ON_ERROR_STOP=1',
        '--command=drop schema public cascade',
        '--command=create schema public',
        `--file=${script}`,
        address,
      ],
      undefined,
      env,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  await migrate(databaseUrl, appRole);
}

async function withClient<T>(databaseUrl: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const isEmpty = (databaseUrl: string) =>
  withClient(
    databaseUrl,
    async (client) =>
      (await client.query(`select 1 from pg_tables where schemaname = 'public' limit 1`)).rowCount === 0,
  );

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

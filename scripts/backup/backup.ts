import { chmodSync, closeSync, existsSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import { UsageError } from '../cli/usage-error';
import { capture } from '../support/command';
import { PlainFailure, say } from '../support/project';
import { clientProgram, fileHere, withDatabase, withoutPassword } from './tools';

/** What a backup leaves out: whoever finds the file must not be signed in by it. */
const LEFT_OUT = ['sessions', 'sign_in_tries'];

/**
 * Writes everything a database holds to one file, as of one moment, readable by its owner only. A file that is there already is replaced only when the new
 * one is whole. Sessions stay out.
 */
export async function backup(databaseUrl: string, file: string): Promise<void> {
  const part = `${file}.part`;
  try {
    const { address, env } = withoutPassword(databaseUrl);
    // Made before anything is written to it, so that it is never readable by others, not even for a moment.
    rmSync(part, { force: true });
    closeSync(openSync(part, 'wx', 0o600));
    capture(
      await clientProgram('pg_dump'),
      [
        '--format=custom',
        '--no-owner',
        '--no-privileges',
        ...LEFT_OUT.map((table) => `--exclude-table-data=${table}`),
        `--file=${part}`,
        address,
      ],
      undefined,
      env,
    );
    chmodSync(part, 0o600);
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
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

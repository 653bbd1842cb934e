import { existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { readArguments, UsageError } from '../cli/arguments';
import { capture } from '../support/command';
import { PlainFailure, say } from '../support/project';
import { clientProgram, fileHere, withDatabase } from './tools';

const USAGE = 'Usage: pezzo backup FILE';

/** Writes everything a database holds to one file, as of one moment. A file that is there already is replaced only when the new one is whole. */
export async function backup(databaseUrl: string, file: string): Promise<void> {
  const part = `${file}.part`;
  try {
    capture(await clientProgram('pg_dump'), ['--format=custom', '--no-owner', '--no-privileges', `--file=${part}`, databaseUrl]);
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
}

/** `pezzo backup FILE`; returns the exit status. */
export async function backupCommand(argv: string[]): Promise<number> {
  const { positionals } = readArguments(argv, {}, USAGE);
  if (positionals.length !== 1) throw new UsageError(USAGE);
  const file = fileHere(positionals[0]);
  if (existsSync(file) && statSync(file).isDirectory()) throw new UsageError(`${file} is a folder.\n${USAGE}`);
  try {
    await withDatabase((url) => backup(url, file));
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(`${error.message}\nNo backup was written.`);
    return 1;
  }
  say(`Everything is in ${file} (${Math.max(1, Math.round(statSync(file).size / 1024))} kB). Keep it elsewhere than on this machine.`);
  return 0;
}

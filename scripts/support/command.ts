import { spawn, spawnSync, type SpawnOptions } from 'node:child_process';
import { closeSync, openSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DATA_FOLDER, PlainFailure, ROOT } from './project';

/** True where the command ends with status 0; its output is thrown away. */
export const succeeds = (command: string, args: string[], cwd = ROOT) =>
  spawnSync(command, args, { cwd, stdio: 'ignore' }).status === 0;

/** Runs a command to its end and returns what it printed. `env` is added to the environment. Throws PlainFailure with the end of its output. */
export function capture(command: string, args: string[], cwd = ROOT, env: Record<string, string> = {}): string {
  const { status, stdout, stderr, error } = spawnSync(command, args, {
    cwd,
    encoding: 'utf8',
    env: { ...process.env, ...env },
    maxBuffer: 64 * 1024 * 1024,
  });
  if (status === 0) return stdout;
  throw new PlainFailure(
    `${command} failed: ${error?.message ?? `${stdout}${stderr}`.trim().split('\n').slice(-6).join('\n')}`,
  );
}

/** Runs a long command with its output in a log file in the data folder. Throws PlainFailure with the log's end. */
export async function runLogged(
  log: string,
  command: string,
  args: string[],
  options: SpawnOptions = {},
): Promise<void> {
  const path = join(DATA_FOLDER, log);
  const file = openSync(path, 'w');
  const status = await exitOf(spawn(command, args, { cwd: ROOT, ...options, stdio: ['ignore', file, file] }));
  closeSync(file);
  if (status !== 0)
    throw new PlainFailure(
      `${command} ${args[0] ?? ''} failed. The end of ${path} says:\n${readFileSync(path, 'utf8').trim().split('\n').slice(-15).join('\n')}`,
    );
}

/** Runs a command with its output shown; returns its exit status. */
export const runShown = (command: string, args: string[], options: SpawnOptions = {}) =>
  exitOf(spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options }));

const exitOf = (child: ReturnType<typeof spawn>) =>
  new Promise<number>((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)));
  });

import { parseArgs, type ParseArgsConfig } from 'node:util';

/** Wrong usage of a command: exit status 2. */
export class UsageError extends Error {}

/** Reads command-line arguments strictly; anything unknown is a UsageError that says how it is used. */
export function readArguments<T extends NonNullable<ParseArgsConfig['options']>>(argv: string[], options: T, usage: string) {
  try {
    return parseArgs({ args: argv, options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageError(`${(error as Error).message}\n${usage}`);
  }
}

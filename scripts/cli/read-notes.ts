import { readFileSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import { printItem, readNotes } from '../../src/core/document';
import { UsageError } from './usage-error';

/** A page of notes is no larger. */
const MAX_BYTES = 1_000_000;

/** `pezzo read-notes FILE`: what a page of jotted notes says, line by line; returns the exit status. */
export function readNotesCommand(name: string, { json }: { json?: boolean }): number {
  const path = resolve(process.env.PEZZO_CWD ?? '.', name);
  const { procedure, unread } = readNotes(textOf(path));
  if (json) {
    process.stdout.write(`${JSON.stringify({ procedure, unread }, null, 2)}\n`);
    return 0;
  }
  process.stdout.write(`${procedure.title}\n`);
  for (const id of procedure.recordedOrder ?? []) process.stdout.write(`  ${printItem(procedure, id) ?? id}\n`);
  for (const { line, text } of unread) process.stdout.write(`Not understood, line ${line}: ${text}\n`);
  return 0;
}

function textOf(path: string): string {
  try {
    if (statSync(path).size > MAX_BYTES) throw new UsageError(`${path} is larger than 1 MB: that is no page of notes.`);
    return readFileSync(path, 'utf8');
  } catch (error) {
    if (error instanceof UsageError) throw error;
    throw new UsageError(
      `${path} cannot be read: ${(error as NodeJS.ErrnoException).code ?? (error as Error).message}.`,
    );
  }
}

import { readFileSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import { MAX_PROCEDURE_BYTES, readProcedureText, type ReadProcedure } from '../../src/contracts/schemas';
import { checkProcedure, type CheckResult } from '../../src/core/planning';

/** A file read and checked: the document where its form is right, and everything found. */
export type CheckedFile = { read: ReadProcedure; result: CheckResult };

/** Reads and checks one procedure file. A file that cannot be read is a remark, not a crash. */
export function readAndCheck(name: string): CheckedFile {
  const path = resolve(process.env.PEZZO_CWD ?? '.', name);
  const read = readFile(path);
  if (!read.ok) return { read, result: { remarks: read.remarks, coverage: { sets: 0, of: 0, exhaustive: false } } };
  return { read, result: checkProcedure(read.document) };
}

function readFile(path: string): ReadProcedure {
  const fail = (code: string, message: string, repair: string): ReadProcedure => ({
    ok: false,
    remarks: [{ level: 'error', code, items: [], message, repair }],
  });
  try {
    if (statSync(path).size > MAX_PROCEDURE_BYTES)
      return fail('too-large', `${path} is larger than 5 MB.`, 'Keep photos out of the file.');
    return readProcedureText(readFileSync(path, 'utf8'));
  } catch (error) {
    return fail(
      'unreadable',
      `${path} cannot be read: ${(error as NodeJS.ErrnoException).code ?? (error as Error).message}.`,
      'Check the path.',
    );
  }
}

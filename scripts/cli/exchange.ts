import { createWriteStream, renameSync, rmSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Readable } from 'node:stream';
import { BASE_CATALOGUE } from '../../src/core/trade';
import { HOME } from '../../src/data';
import { PezzoError } from '../../src/core/errors';
import { makePlan, wholeGoals, type Plan } from '../../src/core/telling';
import type { ProcedureDocument } from '../../src/core/document';
import { type Actor, endHeavy, exportArchive, importArchive, packArchive, type Packed } from '../../src/services';
import { fileHere } from '../backup/tools';
import { asOwner } from '../customers';
import { PlainFailure, say } from '../support/project';
import { makeWorkers, WORKERS_FOLDER } from '../support/workers';
import { readAndCheck } from './read-file';
import { UsageError } from './usage-error';

interface ExportOptions {
  out: string;
  procedure: string[];
  all?: boolean;
}

/** `pezzo export`: procedure files, or procedures of the library, as one archive. Returns the exit status: 1 where one of them is no procedure. */
export async function exportCommand(files: string[], { out, procedure, all }: ExportOptions): Promise<number> {
  if ([files.length, procedure.length, all ? 1 : 0].filter(Boolean).length !== 1)
    throw new UsageError('Name procedure files, or --procedure ID (may be given several times), or --all.');
  const path = fileHere(out);
  if (files.length) return exportFiles(files, path);
  return withHeavy((): Promise<number> =>
    asOwner(async (by) => {
      const { zip, count } = await exportArchive(by, all ? null : procedure);
      await written(zip, path);
      return saved(count, out);
    }),
  );
}

async function exportFiles(files: string[], path: string): Promise<number> {
  const read = files.map((file) => ({ file, ...readAndCheck(file) }));
  const bad = read.find((one) => !one.read.ok);
  if (bad) {
    process.stderr.write(`${bad.file}: ${bad.result.remarks.map(({ message }) => message).join(' ')}\n`);
    return 1;
  }
  const documents = read.flatMap((one) => (one.read.ok ? [one.read.document] : []));
  const twice = documents.find(({ id }, at) => documents.findIndex((other) => other.id === id) !== at);
  if (twice) {
    process.stderr.write(`“${twice.id}” is in two of these files.\n`);
    return 1;
  }
  await written(packArchive(packed(documents), { shop: '', kinds: [], catalogue: BASE_CATALOGUE }), path);
  say(saved(documents.length, path));
  return 0;
}

async function* packed(documents: ProcedureDocument[]): AsyncGenerator<Packed> {
  for (const document of documents)
    yield {
      document,
      provenance: { shop: '', revision: null, verified: [] },
      history: [],
      plan: planOf(document),
      photos: [],
    };
}

function planOf(document: ProcedureDocument): Plan | null {
  for (const goals of wholeGoals(document)) {
    const planned = makePlan({ documents: [document], goals, options: {} });
    if (planned.ok) return planned.plan;
  }
  return null;
}

const saved = (count: number, out: string) => `${count} ${count === 1 ? 'procedure is' : 'procedures are'} in ${out}.`;

/** Writes a stream to a file, which is there only once it is whole. */
async function written(stream: Readable, path: string): Promise<void> {
  const part = `${path}.part`;
  try {
    await pipeline(stream, createWriteStream(part));
    renameSync(part, path);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code)
      throw new PlainFailure(`${path} cannot be written: ${(error as Error).message}`);
    throw error;
  } finally {
    rmSync(part, { force: true });
  }
}

/** Looks only: a shop that was never set up has no owner yet, and an empty library. */
const NOBODY: Actor = {
  id: '',
  name: '',
  role: 'owner',
  branch: HOME,
  active: true,
  hasPassword: true,
  byPassword: true,
};

/** `pezzo import`: takes an archive into the library, or says what would happen. Returns the exit status: 1 where the archive is refused. */
export const importCommand = (
  name: string,
  { dryRun = false, json }: { dryRun?: boolean; json?: boolean },
): Promise<number> =>
  withHeavy(() =>
    asOwner(
      async (by) => {
        const answer = await importArchive(by, { path: fileHere(name) }, { dryRun }).catch((error: unknown) => {
          if (json && error instanceof PezzoError)
            process.stdout.write(`${JSON.stringify({ items: [], trouble: error.message })}\n`);
          throw error;
        });
        const items = answer.items.map(({ id, state, why }) => ({ id, state, why }));
        if (json) process.stdout.write(`${JSON.stringify({ items }, null, 2)}\n`);
        else for (const { id, state, why } of items) process.stdout.write(`${id}  ${state}  ${why}\n`);
        return json ? null : dryRun ? 'Nothing was changed.' : null;
      },
      dryRun ? NOBODY : undefined,
    ),
  );

/** Heavy work runs in threads here too; they end with the command. */
async function withHeavy(work: () => Promise<number>): Promise<number> {
  await makeWorkers();
  process.env.PEZZO_WORKERS = WORKERS_FOLDER;
  try {
    return await work();
  } finally {
    await endHeavy();
  }
}

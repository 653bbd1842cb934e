import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { BASE_CATALOGUE } from '../src/core/trade';
import type { ProcedureDocument } from '../src/core/document';
import { dbOf, getPool, HOME, insertPerson, insertShop } from '../src/data';
import { endHeavy, importArchive, packArchive, type Packed } from '../src/services';
import { readAndCheck } from '../scripts/cli/read-file';
import { prepareDatabase, startThrowAwayCluster } from '../scripts/support/postgres';
import { makeWorkers, WORKERS_FOLDER } from '../scripts/support/workers';
import { printTable } from './support/measure';

const COUNT = 5000;

/** A library of 5 000 procedures packed into one archive, looked at and taken in: seconds, and the most memory the process held. */
export async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'pezzo-exchange-'));
  const cluster = await startThrowAwayCluster();
  try {
    process.env.DATABASE_URL = await prepareDatabase(cluster, 'exchange');
    await makeWorkers();
    process.env.PEZZO_WORKERS = WORKERS_FOLDER;
    await insertShop(dbOf(HOME), 'Quayside Sound');
    await insertPerson(dbOf(HOME), {
      id: 'lead',
      name: 'A lead',
      role: 'lead',
      pinHash: 'x',
      passwordHash: null,
      branch: HOME,
    });
    const by = {
      id: 'lead',
      name: 'A lead',
      role: 'lead',
      branch: HOME,
      active: true,
      hasPassword: true,
      byPassword: true,
    } as const;
    const file = join(folder, 'library.zip');
    const rows: string[][] = [];
    const measured = async (name: string, work: () => Promise<unknown>) => {
      const most = { mb: 0 };
      const timer = setInterval(() => (most.mb = Math.max(most.mb, process.memoryUsage().rss / 1e6)), 50);
      const from = performance.now();
      await work();
      clearInterval(timer);
      rows.push([name, ((performance.now() - from) / 1000).toFixed(1), Math.round(most.mb).toString()]);
    };
    await measured(`pack ${COUNT}`, () =>
      pipeline(packArchive(many(), { shop: 'Other', kinds: [], catalogue: BASE_CATALOGUE }), createWriteStream(file)),
    );
    const dry = () => importArchive(by, { path: file }, { dryRun: true });
    await measured('look at it', dry);
    await measured('take it in', () => importArchive(by, { path: file }, { dryRun: false }));
    await measured('look at it again: all the same', dry);
    printTable(['', 's', 'most memory, MB'], rows);
    process.stdout.write(`The archive has ${Math.round(statSync(file).size / 1e6)} MB.\n`);
  } finally {
    await endHeavy();
    await getPool().end();
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function* many(): AsyncGenerator<Packed> {
  const { read } = readAndCheck('demo/procedures/kite-rear-door.json');
  if (!read.ok) throw new Error('The demo door cannot be read.');
  for (let n = 0; n < COUNT; n += 1) {
    const document: ProcedureDocument = { ...read.document, id: `door-${n}`, title: `Door ${n}` };
    yield { document, provenance: { shop: 'Other', revision: 1, verified: [] }, history: [], plan: null, photos: [] };
  }
}

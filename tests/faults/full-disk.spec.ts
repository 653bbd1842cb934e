import { createHash, randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type APIRequestContext } from '@playwright/test';
import pg from 'pg';
import sharp from 'sharp';
import { backup } from '../../scripts/backup/backup';
import { capture } from '../../scripts/support/command';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster, type ThrowAwayCluster } from '../../scripts/support/postgres';
import { serve, type Served } from '../../scripts/support/serve';
import { makeWorkers } from '../../scripts/support/workers';
import { loadDemo } from '../../scripts/up/load-demo';
import { apiAs } from '../http/support';
import { test } from '../browser/awake';

/** A disk of so many MB, in memory: needs root. */
const DISK_MB = 260;

let disk: string;
let cluster: ThrowAwayCluster;
let app: Served;
let api: APIRequestContext;
let run: string;

test.beforeAll(async () => {
  disk = mkdtempSync(join(tmpdir(), 'pezzo-disk-'));
  chmodSync(disk, 0o755);
  capture('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m,mode=755`, 'tmpfs', disk]);
  cluster = await startThrowAwayCluster({ durable: true, within: disk });
  const databaseUrl = await prepareDatabase(cluster, 'full');
  await makeWorkers();
  await loadDemo(databaseUrl);
  app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  api = await apiAs('technician', app.url);
  const data = { job: 2402, procedures: ['kite-rear-door'], goals: ['pull-cap'], options: { windows: 'power' } };
  run = ((await (await api.post('/api/runs', { data })).json()) as { id: string }).id;
});
test.afterAll(async () => {
  await app.stop();
  cluster.stop();
  capture('umount', ['-l', disk]);
  rmSync(disk, { recursive: true, force: true });
});

let lamport = 1;
const tap = () => {
  lamport += 1;
  const stamp = { id: randomUUID(), lamport, device: 'full', seq: lamport, person: 'bea-nwosu' };
  return { ...stamp, at: new Date().toISOString(), type: 'note', text: 'x'.repeat(1500) };
};
const send = async (events: object[]) => {
  const answer = await api.post(`/api/logs/${run}/events?after=9007199254740991`, { data: { events } });
  const body = (await answer.json()) as { kept?: string[]; code?: string; message?: string };
  return { status: answer.status(), ...body };
};

test('a disk that is full is said; nothing is acknowledged that is not kept, and all goes on once there is room', async () => {
  test.setTimeout(10 * 60_000);
  const acknowledged: string[] = [];
  const first = tap();
  expect((await send([first])).kept).toEqual([first.id]);
  acknowledged.push(first.id);
  const junk = join(disk, 'junk');
  expect(() => writeFileSync(junk, Buffer.alloc(DISK_MB * 1024 * 1024))).toThrow(/ENOSPC/);
  let refused: Awaited<ReturnType<typeof send>> | null = null;
  for (let n = 0; n < 3000 && !refused; n += 1) {
    const events = Array.from({ length: 20 }, tap);
    const answer = await send(events);
    if (answer.status === 200) acknowledged.push(...(answer.kept ?? []));
    else refused = answer;
  }
  expect(refused, 'the disk never filled up').not.toBeNull();
  expect(refused).toMatchObject({ status: 503, message: expect.stringContaining('Nothing was lost') });
  const picture = await sharp({ create: { width: 2000, height: 2000, channels: 3, background: '#a33b2c' } })
    .jpeg()
    .toBuffer();
  const sha256 = createHash('sha256').update(picture).digest('hex');
  const photo = () =>
    api
      .put(`/api/photos/${randomUUID()}?job=2402&sha256=${sha256}`, {
        data: picture,
        headers: { 'content-type': 'image/jpeg' },
      })
      .then((answer) => answer.status());
  // What little room is left takes some of them.
  await expect.poll(photo, { intervals: [10], timeout: 120_000 }).toBe(503);
  await expect(backup(cluster.url('full'), join(disk, 'shop.backup'))).rejects.toThrow(
    /disk is full|could not be read/,
  );
  rmSync(junk);
  // A server that could not write its log has ended itself: whoever keeps it starts it again.
  await cluster.restart().catch(() => undefined);
  await expect.poll(async () => (await send([tap()])).status, { timeout: 90_000 }).toBe(200);
  const owner = new pg.Client({ connectionString: cluster.url('full'), options: '-c pezzo.task=verify' });
  await owner.connect();
  const { rows } = await owner.query<{ id: string }>('select id from events where log_id = $1', [run]);
  const kept = new Set(rows.map(({ id }) => id));
  expect(acknowledged.filter((id) => !kept.has(id))).toEqual([]);
  expect((await owner.query('select * from chain_faults(null)')).rows).toEqual([]);
  await owner.end();
  process.stdout.write(`    ${acknowledged.length} acknowledged before the disk was full, none missing\n`);
});

import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request as requestHttp, type ClientRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { expect } from '@playwright/test';
import { CAUSE } from '../../scripts/support/keep-serving';
import { ROOT } from '../../scripts/support/project';
import { freePort } from '../../scripts/support/ports';
import { pngHeader } from '../support/png-header';
import { apiAs, cookiesOf, raw } from '../http/support';
import { test } from '../browser/awake';

/** `bin/pezzo up` itself, in a data folder of its own. */
let up: ChildProcess;
let data: string;
let url: string;
let said = '';

const healthy = () =>
  fetch(`${url}/api/health`).then(
    ({ ok }) => ok,
    () => false,
  );
const postmaster = () => Number(readFileSync(join(data, 'database/postmaster.pid'), 'utf8').split('\n')[0]);

/** The app's process: the child of `up` that serves. */
function appProcess(): number | null {
  const children = readFileSync(`/proc/${up.pid}/task/${up.pid}/children`, 'utf8').split(' ');
  const app = children
    .filter(Boolean)
    .find((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('front.mjs'));
  return app ? Number(app) : null;
}

test.beforeAll(async () => {
  test.setTimeout(10 * 60_000);
  data = mkdtempSync(join(tmpdir(), 'pezzo-up-'));
  chmodSync(data, 0o755);
  const port = await freePort();
  url = `http://127.0.0.1:${port}`;
  up = spawn(join(ROOT, 'bin', 'pezzo'), ['up', '--port', String(port)], { env: { ...process.env, PEZZO_DATA: data } });
  for (const stream of [up.stdout!, up.stderr!]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(healthy, { timeout: 9 * 60_000 }).toBe(true);
});
test.afterAll(async () => {
  const ended = new Promise((resolve) => up.once('exit', resolve));
  up.kill('SIGTERM');
  await ended;
  rmSync(data, { recursive: true, force: true });
});

test('a database that died is started again, and said', async () => {
  test.setTimeout(5 * 60_000);
  const api = await apiAs('technician', url);
  process.kill(postmaster(), 'SIGKILL');
  await expect.poll(() => said.includes('The database answers again.'), { timeout: 120_000 }).toBe(true);
  await expect.poll(healthy, { timeout: 60_000 }).toBe(true);
  expect((await api.get('/api/health')).ok()).toBe(true);
  expect(said).toContain('The database ended by itself.');
});

test('a request that ended the app five times is turned away, and everything else works', async () => {
  test.setTimeout(10 * 60_000);
  const cookie = await cookiesOf(await apiAs('technician', url));
  const sha256 = '0'.repeat(64);
  /** Begins to send a photo and stops in the middle of it. */
  const halfAPhoto = (): ClientRequest => {
    const sent = requestHttp(`${url}/api/photos/${randomUUID()}?job=2401&sha256=${sha256}`, {
      method: 'PUT',
      agent: false,
      headers: { 'content-type': 'image/png', 'content-length': 4_000_000, cookie },
    });
    sent.on('error', () => undefined);
    sent.write(pngHeader(400, 300));
    return sent;
  };
  for (let deaths = 1; deaths <= CAUSE.deaths; deaths += 1) {
    const sent = halfAPhoto();
    const pid = appProcess()!;
    const note = join(data, `under-way-${new URL(url).port}`);
    await expect.poll(() => readFileSync(note, 'utf8')).toContain('PUT /api/photos');
    process.kill(pid, 'SIGKILL');
    await expect.poll(appProcess, { timeout: 60_000 }).not.toBe(pid);
    await expect.poll(healthy, { timeout: 60_000 }).toBe(true);
    sent.destroy();
  }
  await expect.poll(() => said).toContain('“PUT /api/photos/–” has ended the app 5 times');
  const address = `/api/photos/${randomUUID()}?job=2401&sha256=${sha256}`;
  const headers = { 'content-type': 'image/png', cookie };
  const refused = await raw({ path: address, method: 'PUT', headers }, [pngHeader(400, 300)], url);
  expect([refused.status, (JSON.parse(refused.text) as { code: string }).code]).toEqual([503, 'keeps-ending-it']);
  expect((await fetch(`${url}/jobs/2401`, { headers: { cookie } })).status).toBe(200);
});

import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, request, type APIRequestContext } from '@playwright/test';
import sharp from 'sharp';
import { secretOf } from '../../scripts/support/browser';
import { test } from './awake';
import { logOf, openRun, photoFile, photosOf, signIn, putBack } from './support';

const hex = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const signedIn = async (person: string, secret: string): Promise<APIRequestContext> => {
  const api = await request.newContext({ baseURL: process.env.PEZZO_URL });
  expect((await api.post('/api/sign-in', { data: { person, ...secretOf(secret) } })).ok()).toBe(true);
  return api;
};
const put = (api: APIRequestContext, id: string, bytes: Buffer) =>
  api.put(`/api/photos/${id}?job=2401&sha256=${hex(bytes)}`, {
    data: bytes,
    headers: { 'content-type': 'application/octet-stream' },
  });
const jpeg = () =>
  sharp({ create: { width: 600, height: 400, channels: 3, background: '#4c6372' } })
    .jpeg()
    .toBuffer();

/** Begins to send a photo and breaks the connection off half-way. */
async function sendHalf(api: APIRequestContext, id: string, bytes: Buffer): Promise<void> {
  const { cookies } = await api.storageState();
  await new Promise<void>((resolve) => {
    const sending = httpRequest(`${process.env.PEZZO_URL}/api/photos/${id}?job=2401&sha256=${hex(bytes)}`, {
      method: 'PUT',
      headers: {
        'content-length': bytes.length,
        cookie: cookies.map(({ name, value }) => `${name}=${value}`).join('; '),
      },
    });
    sending.on('error', () => resolve());
    sending.on('close', () => resolve());
    sending.write(bytes.subarray(0, bytes.length / 2), () => setTimeout(() => sending.destroy(), 200));
  });
}

test('has nothing of a photo that was cut in half on the way, and all of it when it is sent again', async () => {
  const api = await signedIn('rui-castellane', '4004');
  const [id, bytes] = [randomUUID(), await jpeg()];
  for (let n = 0; n < 3; n += 1) await sendHalf(api, id, bytes);
  expect((await api.get(`/api/photos/${id}`)).status()).toBe(404);
  expect((await put(api, id, bytes)).status()).toBe(200);
  expect((await sharp(await (await api.get(`/api/photos/${id}`)).body()).metadata()).width).toBe(600);
  for (let n = 0; n < 10; n += 1) expect((await put(api, id, bytes)).status()).toBe(200);
});

test('refuses what is no photo, or too large, in words', async () => {
  const api = await signedIn('rui-castellane', '4004');
  for (const bytes of [Buffer.from('text named .jpg'), Buffer.alloc(0)]) {
    const answer = await put(api, randomUUID(), bytes);
    expect([answer.status(), ((await answer.json()) as { code: string }).code]).toEqual([400, 'photo-unreadable']);
  }
  // Turned away by its length, unread: the connection may be gone before the answer is taken in.
  const large = await put(api, randomUUID(), Buffer.alloc(40 * 1024 * 1024, 7)).then(
    (answer) => answer.status(),
    () => 413,
  );
  expect(large).toBe(413);
});

test('takes a photo of 40 MB from the tablet all the same, made smaller there, and tells of one that is none', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'pezzo-photo-'));
  const file = join(folder, 'large.png');
  const [width, height] = [4000, 3400];
  await sharp(Buffer.from(Uint8Array.from({ length: width * height * 3 }, (_, n) => (n * 2_654_435_761) >>> 13)), {
    raw: { width, height, channels: 3 },
  })
    .png({ compressionLevel: 0 })
    .toFile(file);
  expect(statSync(file).size).toBeGreaterThan(40_000_000);
  await signIn(page, 'Rui Castellane', '4004');
  const { run } = await openRun(page, 'Large photo');
  await page.locator('.run-foot input[type=file]').setInputFiles(file);
  await expect.poll(async () => (await photosOf(page, run)).length).toBe(1);
  rmSync(folder, { recursive: true });
  const [id] = await photosOf(page, run);
  await expect.poll(async () => (await page.request.get(`/api/photos/${id}`)).status()).toBe(200);
  const kept = await (await page.request.get(`/api/photos/${id}`)).body();
  expect([(await sharp(kept).metadata()).width, kept.length < 12_000_000]).toEqual([2560, true]);

  await page
    .locator('.run-foot input[type=file]')
    .setInputFiles({ name: 'holiday.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('this is text') });
  await expect(page.getByText('● saved')).toBeVisible();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Stop here/ }).click();
  await putBack(page);
  await expect(page.getByText(/Photo not saved: This file is not a picture/)).toBeVisible();
});

test('does not let a photo that hangs on the way hold up what is recorded after it', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, serviceWorkers: 'block' });
  const page = await context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  const { run } = await openRun(page, 'Hanging photo');
  let asked = 0;
  await page.route('**/api/photos/**', () => {
    asked += 1;
  });
  await page.locator('.run-foot input[type=file]').setInputFiles(photoFile());
  await expect.poll(() => asked).toBe(1);
  await page.locator('.done-bar').click();
  await expect.poll(async () => (await logOf(page, run)).some(({ type }) => type === 'done')).toBe(true);
  await expect(page.getByText('1 saved here, not yet sent')).toBeVisible();
  await context.close();
});

test('keeps what was recorded by somebody who was removed meanwhile, and shows it to a lead', async ({ page }) => {
  const owner = await signedIn('ines-okafor-lind', 'saltmarsh-desk');
  await owner.post('/api/people', { data: { name: 'Sam Quill', role: 'technician', pin: '7395', password: '' } });
  const sam = await signedIn('sam-quill', '7395');
  const { number } = (await (
    await sam.post('/api/jobs', {
      data: { title: 'Left behind', customer: '', make: 'Velden', model: 'Kite', year: 2017, body: 'hatch-5' },
    })
  ).json()) as { number: number };
  const { id } = (await (
    await sam.post('/api/runs', {
      data: { job: number, procedures: ['kite-rear-door'], goals: ['woofer'], options: { windows: 'power' } },
    })
  ).json()) as { id: string };
  await owner.patch('/api/people/sam-quill', { data: { active: false } });
  const event = {
    id: randomUUID(),
    lamport: 1,
    device: 'tablet-9',
    seq: 1,
    person: 'sam-quill',
    at: new Date().toISOString(),
    type: 'note',
    text: 'seven of nine out',
  };
  const refused = await sam.post(`/api/logs/${id}/events`, { data: { events: [event] } });
  expect([refused.status(), ((await refused.json()) as { code: string }).code]).toEqual([403, 'signed-out']);
  // The tablet keeps it; the next one who signs in there sends it.
  const rui = await signedIn('rui-castellane', '4004');
  expect((await rui.post(`/api/logs/${id}/events`, { data: { events: [event] } })).ok()).toBe(true);
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await expect(page.getByRole('link', { name: /Left behind/ })).toContainText('a lead to look at 1 record');
  await page.goto(`/jobs/${number}`);
  const flag = page.getByRole('region', { name: 'For a lead to look at' });
  await expect(flag).toContainText('Sam Quill, who may not work here any more');
  await flag.getByRole('button', { name: 'Looked at' }).click();
  await expect(flag).toHaveCount(0);
});

test('a page takes nothing before its own code stands behind it, and sends no field as an address', async ({
  browser,
}) => {
  // Without the worker, every request of the page can be held back.
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await signIn(page, 'Ines Okafor-Lind', 'saltmarsh-desk');
  let release: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  await context.route(/\/_next\/static\/.*\.js/, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto('/settings', { waitUntil: 'commit' });
  const testers = page.getByLabel(/^People who must rehearse a draft/);
  const before = await testers.inputValue();
  await testers.focus();
  await page.keyboard.type('77');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Save', exact: true }).focus();
  await page.keyboard.press('Enter');
  expect(await testers.inputValue()).toBe(before);
  expect(new URL(page.url()).search).toBe('');
  release();
  // What is set is what is shown.
  await expect(page.getByLabel('Friday')).toBeChecked();
  await expect(page.getByLabel('Sunday')).not.toBeChecked();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await context.close();
});

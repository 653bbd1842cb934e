import { randomUUID } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { expect, type APIRequestContext } from '@playwright/test';
import { BASE_CATALOGUE } from '../../src/core/trade';
import type { ProcedureDocument } from '../../src/core/document';
import { packArchive } from '../../src/services/exchange/pack';
import { demoProcedure } from '../support/demo';
import { readPdf } from '../support/read-pdf';
import { test } from './awake';
import { expectAccessible, openRun, signIn } from './support';

const mark = Date.now().toString(36);
/** A procedure of another shop, as its archive. */
async function theirArchive(id: string): Promise<Buffer> {
  const carry = demoProcedure('carry-front-door-right');
  const document: ProcedureDocument = {
    ...carry,
    id,
    title: `Wicket Quay ${mark}, front door`,
    applies: [{ make: 'Wicket', model: `Quay ${mark}`, from: 2012, to: 2015, steering: 'any' }],
    pairs: [{ of: 'speaker', at: 'speaker plug', plus: { colour: 'VT/OG' }, minus: { colour: 'VT/BN' } }],
  };
  const provenance = { shop: 'Quayside Sound', revision: 2, verified: [] };
  async function* items() {
    yield { document, provenance, history: [], plan: null, photos: [] };
  }
  return buffer(packArchive(items(), { shop: 'Quayside Sound', kinds: [], catalogue: BASE_CATALOGUE }));
}

test('another shop’s archive is looked at, taken in, and says where it comes from; its wires are found and its sheet printed', async ({
  page,
}) => {
  const id = `quay-front-door-${mark}`;
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/library');
  await page.setInputFiles('#import-file', {
    name: 'quay.zip',
    mimeType: 'application/zip',
    buffer: await theirArchive(id),
  });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('1 of 1 would be taken in.')).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take in 1' }).click();
  await expect(dialog.getByText('1 taken in.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Close', exact: true }).last().click();
  // Half an archive changes nothing, and is said.
  const half = (await theirArchive('half')).subarray(0, 900);
  await page.setInputFiles('#import-file', { name: 'half.zip', mimeType: 'application/zip', buffer: half });
  await expect(page.getByRole('dialog').getByText(/no whole zip archive/)).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();

  await page.goto(`/procedures/${id}`);
  await expect(page.getByText(/From Quayside Sound, revision 2, not verified there/)).toBeVisible();
  await expect(page.getByText('Not verified: no run of it was finished yet.')).toBeVisible();
  await expectAccessible(page);

  await page.goto('/library');
  await page.getByRole('link', { name: 'Wires' }).click();
  await page.getByRole('searchbox', { name: 'Search wires' }).fill('violet/orange right +');
  await expect(page.getByRole('table')).toContainText(`Wicket Quay ${mark}`);
  await expect(page.getByRole('table')).toContainText('violet with an orange stripe');
  await expectAccessible(page);

  const sheet = await page.request.get(`/api/procedures/${id}/sheet?paper=letter`);
  const { pages } = await readPdf(await sheet.body());
  for (const text of pages) expect(text).toContain('NOT VERIFIED');
});

test('two processes that accept the same finding make one revision', async ({ page, playwright }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const { run } = await openRun(page, 'Longer screws', ['drover-front-door-single'], ['card'], {});
  const document = (await (
    await page.request.get('/api/procedures/drover-front-door-single/file')
  ).json()) as ProcedureDocument;
  const item = `drover-front-door-single/${document.fasteners.find(({ kind }) => kind === 'screw')!.id}`;
  const id = randomUUID();
  const stamp = { id, lamport: 900, device: randomUUID(), seq: 1, at: new Date().toISOString(), person: 'tomas-varga' };
  const fact = { type: 'asFound', item, difference: 'T27 here', change: { drive: 'T27' } };
  await page.request.post(`/api/runs/${run}/events`, { data: { events: [{ ...stamp, ...fact }] } });
  const other = await playwright.request.newContext({ baseURL: process.env.PEZZO_SECOND_URL });
  await other.post('/api/sign-in', { data: { person: 'tomas-varga', password: 'saltmarsh-bench' } });
  const accept = (api: APIRequestContext) =>
    api.post('/api/procedures/drover-front-door-single/findings', { data: { findings: [id], decision: 'accepted' } });
  const answers = await Promise.all([accept(page.request), accept(other)]);
  expect(answers.map((answer) => answer.status()).sort()).toEqual([200, 409]);
  await page.goto('/procedures/drover-front-door-single');
  await page.getByRole('tab', { name: /^Revisions 2/ }).click();
  await other.dispose();
});

test('what was missed before is told at the step, in the plan and in the bay, and what taking it in changed', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const { run } = await openRun(page, 'Missed one', ['lumen-kick-panel'], ['kick'], {});
  const file = await page.request.get('/api/procedures/lumen-kick-panel/file');
  const document = (await file.json()) as ProcedureDocument;
  const first = document.fasteners.find(({ holds }) => holds === 'kick')!;
  const part = `lumen-kick-panel/${[first.holds].flat()[0]}`;
  const stamp = { id: randomUUID(), lamport: 900, device: randomUUID(), seq: 1, at: new Date().toISOString() };
  const words = 'Look behind the carpet edge';
  const fact = { type: 'stuck', item: part, cause: 'not-released', culprit: `lumen-kick-panel/${first.id}`, words };
  const sent = await page.request.post(`/api/runs/${run}/events`, {
    data: { events: [{ ...stamp, person: 'tomas-varga', ...fact }] },
  });
  expect(sent.ok(), await sent.text()).toBe(true);
  const goal = encodeURIComponent(part);
  await page.goto(`/plan?procedure=lumen-kick-panel&goal=${goal}`);
  await expect(page.getByText(`Missed in 1 of 1 run: ${words}.`)).toBeVisible();
  await page.goto('/procedures/lumen-kick-panel');
  await page.getByRole('tab', { name: /^From the bay/ }).click();
  const bay = page.getByRole('region', { name: 'From the bay' });
  await bay.getByRole('button', { name: 'Accept', exact: true }).first().click();
  await bay.getByText('Decided before').click();
  await expect(bay.getByText('Trouble in 1 of 1 run before; no run since.')).toBeVisible();
});

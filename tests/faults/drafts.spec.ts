import { expect } from '@playwright/test';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster, type ThrowAwayCluster } from '../../scripts/support/postgres';
import { serve, type Served } from '../../scripts/support/serve';
import { makeWorkers } from '../../scripts/support/workers';
import { loadDemo } from '../../scripts/up/load-demo';
import { seeded } from '../../src/core/seeded';
import { beginDoor, isKept } from '../browser/support';
import { test } from '../browser/awake';

const RELOADS = Number(process.env.PEZZO_RELOADS ?? 50);
const SEED = Number(process.env.PEZZO_SEED ?? 7);

let cluster: ThrowAwayCluster;
let app: Served;
test.beforeAll(async () => {
  test.setTimeout(300_000);
  cluster = await startThrowAwayCluster();
  const databaseUrl = await prepareDatabase(cluster, 'drafts');
  await makeWorkers();
  await loadDemo(databaseUrl);
  app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
});
test.afterAll(async () => {
  await app.stop();
  cluster.stop();
});

test(`a draft told in the bay loses nothing in ${RELOADS} reloads at any moment, with a network and without`, async ({
  browser,
}) => {
  test.setTimeout(20 * 60_000);
  const random = seeded(SEED);
  const context = await browser.newContext({ baseURL: app.url, viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await beginDoor(page, 'Reloads');
  await page.getByRole('link', { name: 'In the bay' }).click();
  await page.waitForURL('**/record');
  await page.waitForFunction(() => navigator.serviceWorker?.controller !== null);
  await expect.poll(() => isKept(page)).toBe(true);
  let [told, isOffline, offline] = [0, false, 0];
  for (let reload = 0; reload < RELOADS; reload += 1) {
    isOffline = random() < 0.5;
    offline += Number(isOffline);
    await context.setOffline(isOffline);
    for (let n = 1 + Math.floor(random() * 3); n > 0; n -= 1) {
      await page.getByRole('button', { name: /^Undone/ }).click();
      await page.getByRole('button', { name: 'Tab', exact: true }).click();
      told += 1;
      await expect(page.getByText(`${told} recorded`)).toBeVisible();
    }
    await page.waitForTimeout(random() * 1200);
    await page.reload();
    await expect(page.getByText(`${told} recorded`), `after reload ${reload + 1}`).toBeVisible();
  }
  await context.setOffline(false);
  await expect(page.getByText('● saved')).toBeVisible();
  const id = new URL(page.url()).pathname.split('/')[2];
  const { document } = (await (await page.request.get(`/api/procedures/${id}/draft`)).json()) as {
    document: { fasteners: unknown[] };
  };
  expect(document.fasteners.length).toBe(told);
  process.stdout.write(
    `    ${told} things told, ${RELOADS} reloads, ${offline} without a network: 0 lost (seed ${SEED})\n`,
  );
});

import { expect, type Page } from '@playwright/test';
import { answerAll } from '../../scripts/support/browser';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster, type ThrowAwayCluster } from '../../scripts/support/postgres';
import { serve, type Served } from '../../scripts/support/serve';
import { makeWorkers } from '../../scripts/support/workers';
import { loadDemo } from '../../scripts/up/load-demo';
import { logOf, openRun, stepHeading } from '../browser/support';
import { test } from '../browser/awake';

/** The screens that hang in a bay, and a phone. */
const SIZES = [
  [1280, 800],
  [1024, 768],
  [768, 1024],
  [390, 844],
] as const;
/** How long after a tap the second one comes, milliseconds. */
const AFTER_MS = [60, 150, 300, 450, 600];

let cluster: ThrowAwayCluster;
let app: Served;
test.beforeAll(async () => {
  test.setTimeout(300_000);
  cluster = await startThrowAwayCluster();
  const databaseUrl = await prepareDatabase(cluster, 'taps');
  await makeWorkers();
  await loadDemo(databaseUrl);
  // Here time is the time of hands, not of tests.
  app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl, env: { PEZZO_TEST_CLOCK: '1' } });
});
test.afterAll(async () => {
  await app.stop();
  cluster.stop();
});

const standing = async (page: Page) =>
  `${await stepHeading(page).textContent()}|${await page.locator('.progress-words').textContent()}`;

for (const [width, height] of SIZES)
  test(`a tap that bounces does one step, all along a door, on ${width} × ${height}`, async ({ browser }) => {
    test.setTimeout(600_000);
    const context = await browser.newContext({ baseURL: app.url, viewport: { width, height } });
    const page = await context.newPage();
    await page.request.post('/api/sign-in', { data: { person: 'rui-castellane', pin: '4004' } });
    const { run } = await openRun(page, `Bounce ${width}`);
    let steps = 0;
    for (; steps < 60; steps += 1) {
      const title = (await stepHeading(page).textContent())!;
      if (/^(Fit the new parts|Everything)/.test(title)) break;
      const read = page.locator('.read-guard:not([data-reading])');
      await expect(read).toHaveCount(1);
      await answerAll(page);
      const before = await standing(page);
      const done = async () => (await logOf(page, run)).filter(({ type }) => type === 'done' || type === 'gatePassed');
      const box = (await page.locator('.done-bar').boundingBox())!;
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      await page.mouse.click(x, y);
      await page.waitForTimeout(AFTER_MS[steps % AFTER_MS.length]);
      await page.mouse.click(x, y);
      await expect.poll(() => standing(page)).not.toBe(before);
      const after = await standing(page);
      await page.waitForTimeout(150);
      expect(await standing(page), `a second step after “${before}”`).toBe(after);
      // Of what was counted nothing is there twice.
      const keys = (await done()).map((event) => event.action ?? '');
      expect(keys.filter((key, at) => key && keys.indexOf(key) !== at)).toEqual([]);
    }
    expect(steps).toBeGreaterThan(8);
    await context.close();
  });

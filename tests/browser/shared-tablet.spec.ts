import { expect, type Page } from '@playwright/test';
import { test } from './awake';
import { newTablet } from './network';
import { expectAccessible, logOf, openRun, signIn } from './support';

const NOT_SENT = /^◌ \d+ saved here, not yet sent$/;

/** What a tablet keeps: pages, pictures, and events, sent and unsent. */
const keptOn = (page: Page) =>
  page.evaluate(async () => {
    const keysOf = async (name: string) =>
      (await (await caches.open(name)).keys()).map(({ url }) => new URL(url).pathname);
    const [pages, photos] = [await keysOf('pages'), await keysOf('photos')];
    const database = await new Promise<IDBDatabase>((resolve, reject) => {
      const opening = indexedDB.open('pezzo');
      opening.onsuccess = () => resolve(opening.result);
      opening.onerror = () => reject(opening.error!);
    });
    const events = await new Promise<{ sent: number }[]>((resolve) => {
      const asking = database.transaction('events').objectStore('events').getAll();
      asking.onsuccess = () => resolve(asking.result as { sent: number }[]);
    });
    database.close();
    return {
      pages,
      photos: photos.length,
      sent: events.filter(({ sent }) => sent === 1).length,
      unsent: events.filter(({ sent }) => sent === 0).length,
    };
  });

const swReady = (page: Page) =>
  page.evaluate(() =>
    navigator.serviceWorker.ready.then(
      () =>
        navigator.serviceWorker.controller !== null ||
        new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', () => resolve(true))),
    ),
  );

test('a tablet goes from one person to another in two taps and a PIN, and back to the same run', async ({ page }) => {
  await signIn(page, 'Rui Castellane', '4004');
  const { run } = await openRun(page, 'Handed on');
  await page.getByRole('button', { name: 'Rui Castellane: change person' }).click();
  await page.getByRole('button', { name: /^Bea Nwosu/ }).click();
  for (const digit of '3003') await page.getByRole('button', { name: digit, exact: true }).click();
  await page.getByRole('button', { name: 'Go' }).click();
  await expect(page.getByRole('button', { name: 'Bea Nwosu: change person' })).toBeVisible();
  expect(new URL(page.url()).pathname).toBe(`/runs/${run}`);
  await page.locator('.done-bar').click();
  await expect
    .poll(async () =>
      (await logOf(page, run)).some(
        (event) => event.type === 'done' && (event as { person?: string }).person === 'bea-nwosu',
      ),
    )
    .toBe(true);
});

test('at sign-out the person’s pages, pictures and sent events go; what is unsent stays, unseen, and is sent when somebody signs in', async ({
  browser,
  baseURL,
}) => {
  const tablet = await newTablet(browser, baseURL!);
  const { context } = tablet;
  const page = await context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  await swReady(page);
  const { run, job } = await openRun(page, 'Left on the tablet');
  await page.reload();
  await expect(page.locator('.done-bar')).toBeVisible();
  await page.locator('.done-bar').click();
  await expect(page.getByText('● saved')).toBeVisible();
  await expect.poll(async () => (await keptOn(page)).pages).toContain(`/runs/${run}`);
  expect((await keptOn(page)).sent).toBeGreaterThan(0);
  // One more that cannot be sent; then the tablet is put away.
  await context.route('**/api/logs/**', (route) => route.abort());
  await page.locator('.done-bar').click();
  await expect(page.getByText(NOT_SENT)).toBeVisible();
  const { unsent } = await keptOn(page);
  expect(unsent).toBeGreaterThan(0);
  await page.goto('/');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText('Who is working?')).toBeVisible();
  // Whatever was still being fetched ahead when the person left is not kept either.
  await page.waitForLoadState('networkidle');
  expect(await keptOn(page)).toEqual({ pages: [], photos: 0, sent: 0, unsent });
  await tablet.goOffline();
  await page.goto(`/runs/${run}`).catch(() => undefined);
  await expect(page.getByText('Left on the tablet')).toHaveCount(0);
  await tablet.goOnline();
  await context.unroute('**/api/logs/**');

  await signIn(page, 'Bea Nwosu', '3003');
  await expect.poll(async () => keptOn(page)).toMatchObject({ unsent: 0 });
  const done = (await logOf(page, run)).filter(({ type }) => type === 'done') as { person?: string }[];
  expect(done.length).toBeGreaterThan(1);
  expect(new Set(done.map(({ person }) => person))).toEqual(new Set(['rui-castellane']));
  // They were another person’s: gone from the tablet as soon as they were sent.
  await expect.poll(async () => (await keptOn(page)).sent).toBe(0);
  await page.goto(`/jobs/${job}`);
  await expect(page.getByRole('heading', { name: /Left on the tablet/ })).toBeVisible();
  await tablet.close();
});

test('a session that ends does not interrupt a run without a network, and shows nothing else any more', async ({
  browser,
  baseURL,
}) => {
  const tablet = await newTablet(browser, baseURL!);
  const { context } = tablet;
  const page = await context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  await swReady(page);
  const { run, job } = await openRun(page, 'Runs on');
  await page.reload();
  await page.goto('/');
  await page.goto(`/runs/${run}`);
  await expect(page.locator('.done-bar')).toBeVisible();
  await expect.poll(async () => (await keptOn(page)).pages).toEqual(expect.arrayContaining(['/', `/runs/${run}`]));
  await tablet.goOffline();
  await page.locator('.done-bar').click();
  await expect(page.getByText(NOT_SENT)).toBeVisible();
  const { unsent } = await keptOn(page);
  // The session is over: the tablet knows without the network.
  await page.evaluate(async () =>
    (await caches.open('session')).put('/session-end', new Response(new Date(Date.now() - 1000).toISOString())),
  );
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'No connection to the shop' })).toBeVisible();
  await expect.poll(async () => (await keptOn(page)).pages).toEqual([`/runs/${run}`]);
  await page.getByRole('link', { name: `Velden Kite, rear door, left, job ${job}` }).click();
  await expect(page.locator('.done-bar')).toBeVisible();
  await page.locator('.done-bar').click();
  await expect.poll(async () => (await keptOn(page)).unsent).toBeGreaterThan(unsent);
  await tablet.goOnline();
  await tablet.close();
});

test('a device that was not enrolled shows nobody’s name and asks for name and password, until a lead enrols it', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, extraHTTPHeaders: { 'x-forwarded-for': '10.0.0.9' } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await expect(page.getByText('This device is not enrolled')).toBeVisible();
  await expect(page.getByText('Bea Nwosu')).toHaveCount(0);
  await expectAccessible(page);
  await page.getByLabel('Name', { exact: true }).fill('Ines Okafor-Lind');
  await page.getByLabel('Password', { exact: true }).fill('not her password');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('That does not match. Try again.')).toBeVisible();
  await page.getByRole('button', { name: 'Enrol this tablet' }).click();
  await page.getByLabel('Tablet name').fill('Bay 2');
  await page.getByLabel('Name of a lead or the owner').fill('Tomas Varga');
  await page.getByLabel('Password').last().fill('saltmarsh-bench');
  await page.getByRole('button', { name: 'Enrol', exact: true }).click();
  await expect(page.getByText('Who is working? · Bay 2')).toBeVisible();
  await signIn(page, 'Bea Nwosu', '3003');
  await context.close();
});

test('a lead who came in by PIN unlocks the desk with the password, and finds tablets, secrets and customers there', async ({
  page,
}) => {
  await signIn(page, 'Ines Okafor-Lind', '1001');
  await expect(page.getByRole('link', { name: 'People' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Unlock desk' }).click();
  await page.getByLabel('Password of Ines Okafor-Lind').fill('saltmarsh-desk');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('link', { name: 'People' }).click();
  await expect(page.getByRole('region', { name: 'Enrolled tablets' })).toBeVisible();
  await page
    .getByRole('row', { name: /Pip Hallam/ })
    .getByRole('button', { name: 'New PIN or password' })
    .click();
  await page.getByLabel('PIN', { exact: true }).last().fill('1234');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('That PIN is easily guessed')).toBeVisible();
  await page.getByLabel('PIN', { exact: true }).last().fill('5005');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('link', { name: 'Customers' }).click();
  const row = page.getByRole('row', { name: /Mrs Aldane/ });
  await expect(row).toContainText('vehicle here');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    row.getByRole('link', { name: 'Export' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^customer-job-\d+\.json$/);
});

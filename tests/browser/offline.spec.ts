import { expect, type BrowserContext, type Page } from '@playwright/test';
import { test } from './awake';
import { newTablet } from './network';
import { CARD_CLIPS, logOf, openJob, openRun, photoFile, signIn, skipCheckIn, stepHeading, workUntil } from './support';

/** Waits until this browser keeps the app for work without a network. */
async function serviceWorkerReady(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((resolve) =>
        navigator.serviceWorker.addEventListener('controllerchange', resolve, { once: true }),
      );
  });
}

/** The log of a run as the server has it, asked past the tablet's own way to it. */
const serverLog = (context: BrowserContext, appUrl: string, run: string) =>
  logOf(
    { request: { get: (path: string) => context.request.get(`${appUrl}${path}`) } as BrowserContext['request'] },
    run,
  );

const saved = (page: Page) => expect(page.getByText('● saved')).toBeVisible();

/** How much this browser says that it has not sent yet. */
const unsentOn = async (page: Page) =>
  Number(/\d+/.exec((await page.getByText(/saved here, not yet sent/).textContent())!)![0]);

test('works on without a network through a reload and a closed tab, with photos, and loses nothing', async ({
  browser,
  baseURL,
}) => {
  const tablet = await newTablet(browser, baseURL!);
  const { context } = tablet;
  let page = await context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  await serviceWorkerReady(page);
  const { run, job } = await openRun(page, 'No network');
  await saved(page);
  const words = page.locator('.progress-words');
  await page.locator('.done-bar').click();
  await expect(words).toContainText('2 of');
  await page.reload();
  await expect(words).toContainText('2 of');

  await saved(page);
  const before = await serverLog(context, baseURL!, run);
  await tablet.goOffline();
  await page.locator('.done-bar').click();
  await expect(page.getByText(/saved here, not yet sent/)).toBeVisible();
  const unsent = await unsentOn(page);
  await page.locator('.run-foot input[type=file]').setInputFiles(photoFile());
  // The photo and the event that names it.
  await expect.poll(() => unsentOn(page)).toBe(unsent + 2);
  const progress = (await words.textContent())!;
  // Reloaded without a network: the page, its plan and map, and what was recorded are on the device.
  await page.reload();
  await expect(words).toHaveText(progress);
  await expect(page.getByRole('group', { name: /^Panel map/ })).toBeVisible();
  // The tab goes away and is opened again, still without a network.
  await page.close();
  page = await context.newPage();
  await page.goto(`/runs/${run}`);
  await expect(page.locator('.progress-words')).toHaveText(progress);
  await workUntil(page, CARD_CLIPS);
  await page.goto('/library');
  await expect(page.getByRole('heading', { name: 'No connection to the shop' })).toBeVisible();
  await page.getByRole('link', { name: `Velden Kite, rear door, left, job ${job}` }).click();
  await expect(stepHeading(page)).toContainText('Pull the door card free');
  expect(await serverLog(context, baseURL!, run)).toEqual(before);

  await tablet.goOnline();
  await saved(page);
  const events = await logOf(context, run);
  expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
  const photo = events.find(({ type }) => type === 'photo')!.photo!;
  expect((await context.request.get(`/api/photos/${photo}`)).headers()['content-type']).toBe('image/jpeg');
  const other = await browser.newPage({ baseURL });
  await signIn(other, 'Bea Nwosu', '3003');
  await other.goto(`/runs/${run}`);
  await expect(stepHeading(other)).toContainText('Pull the door card free');
  await other.close();
  await tablet.close();
});

test('has a run that was taken to the bay on the tablet from the first second', async ({ browser, baseURL }) => {
  const tablet = await newTablet(browser, baseURL!);
  const page = await tablet.context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  await serviceWorkerReady(page);
  const job = await openJob(page, 'First second');
  await skipCheckIn(page.request, job);
  await page.goto(`/plan?procedure=kite-rear-door&goal=kite-rear-door/woofer&option.windows=power&job=${job}`);
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await page.getByRole('button', { name: 'Start there' }).click();
  await page.waitForURL(/\/runs\//);
  await tablet.goOffline();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Lay out' })).toBeVisible();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.locator('.progress-words')).toContainText('1 of');
  await expect(page.getByText(/saved here, not yet sent/)).toBeVisible();
  await tablet.goOnline();
  await saved(page);
  await tablet.close();
});

test('sends what an older version of the app left on the tablet, and still answers at its address', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL });
  const page = await context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  const { number } = (await (
    await page.request.post('/api/jobs', {
      data: { title: 'Older tablet', customer: '', make: 'Velden', model: 'Kite', year: 2017, body: 'hatch-5' },
    })
  ).json()) as { number: number };
  const { id } = (await (
    await page.request.post('/api/runs', {
      data: { job: number, procedures: ['kite-rear-door'], goals: ['woofer'], options: { windows: 'power' } },
    })
  ).json()) as { id: string };
  const stamp = (n: number) => ({
    id: `00000000-0000-4000-8000-${id.slice(-11)}${n}`,
    lamport: n,
    device: 'old-tablet',
    seq: n,
    person: 'rui-castellane',
    at: '2026-03-02T09:00:00.000Z',
  });
  const answer = await page.request.post(`/api/runs/${id}/events?after=0`, {
    data: { events: [{ ...stamp(1), type: 'started' }] },
  });
  expect(((await answer.json()) as { kept: string[] }).kept).toEqual([stamp(1).id]);
  await page.goto('/offline');
  // The store as the first version made it, with one event that was never sent.
  await page.evaluate(
    ({ run, event }) =>
      new Promise<void>((resolve, reject) => {
        // Signing in has opened today's store already.
        indexedDB.deleteDatabase('pezzo');
        const opening = indexedDB.open('pezzo', 1);
        opening.onupgradeneeded = () => {
          opening.result.createObjectStore('events', { keyPath: 'event.id' }).createIndex('run', 'run');
        };
        opening.onerror = () => reject(opening.error);
        opening.onsuccess = () => {
          const put = opening.result.transaction('events', 'readwrite');
          put.objectStore('events').put({ run, event });
          put.oncomplete = () => {
            opening.result.close();
            resolve();
          };
        };
      }),
    { run: id, event: { ...stamp(2), type: 'note', text: 'kept by the older version' } },
  );
  await page.goto(`/runs/${id}`);
  await saved(page);
  expect((await logOf(context, id)).map(({ type }) => type)).toEqual(['started', 'note']);
  await context.close();
});

test('has runs on the tablet that were only seen on the board', async ({ browser, baseURL }) => {
  const tablet = await newTablet(browser, baseURL!);
  const page = await tablet.context.newPage();
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await serviceWorkerReady(page);
  await page.reload();
  const run =
    (await page.request.get('/api/health')).ok() &&
    (await page.evaluate(async () => {
      for (let n = 0; n < 50; n += 1) {
        const kept = (await (await caches.open('pages')).keys())
          .map(({ url }) => new URL(url).pathname)
          .find((path) => path.startsWith('/runs/'));
        if (kept) return kept;
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
      return '';
    }));
  await tablet.goOffline();
  await page.goto(String(run));
  await expect(page.getByRole('group', { name: /^Panel map/ })).toBeVisible();
  await tablet.close();
});

/** A tablet whose clock is wrong by so many hours. */
async function wrongClock(context: BrowserContext, hours: number): Promise<void> {
  await context.addInitScript((skew) => {
    const Right = Date;
    globalThis.Date = class extends Right {
      constructor(...given: unknown[]) {
        super(...((given.length ? given : [Right.now() + skew]) as [number]));
      }
      static now = () => Right.now() + skew;
    } as DateConstructor;
  }, hours * 3_600_000);
}

test('asks a person when two tablets, apart from each other and with clocks hours apart, report the same clip broken', async ({
  browser,
  baseURL,
}) => {
  const tablets = await Promise.all([newTablet(browser, baseURL!), newTablet(browser, baseURL!)]);
  const [one, two] = tablets.map(({ context }) => context);
  await Promise.all([wrongClock(one, 5), wrongClock(two, -30)]);
  const [rui, bea] = await Promise.all([one.newPage(), two.newPage()]);
  await signIn(rui, 'Rui Castellane', '4004');
  await signIn(bea, 'Bea Nwosu', '3003');
  const { run } = await openRun(rui, 'Same clip');
  await workUntil(rui, CARD_CLIPS);
  await saved(rui);
  await bea.goto(`/runs/${run}`);
  await expect(stepHeading(bea)).toContainText('Pull the door card free');
  await Promise.all([serviceWorkerReady(rui), serviceWorkerReady(bea)]);
  await saved(bea);
  await Promise.all(tablets.map((tablet) => tablet.goOffline()));
  for (const page of [rui, bea]) {
    await page.getByRole('button', { name: 'More: 0 broken' }).click();
    await page.locator('.done-bar').click();
    await expect(stepHeading(page)).not.toContainText('Pull the door card free');
  }
  await tablets[0].goOnline();
  await saved(rui);
  await tablets[1].goOnline();
  await expect(stepHeading(bea)).toContainText('both reported push clips broken');
  await expect(stepHeading(rui)).toContainText('both reported push clips broken');
  await rui.getByRole('button', { name: 'The same one' }).click();
  await expect(stepHeading(bea)).not.toContainText('both reported');
  await expect(stepHeading(rui)).not.toContainText('both reported');
  // The order of what happened is that of the work, not of the clocks.
  const types = (await logOf(one, run)).map(({ type }) => type);
  expect([types[0], types.at(-1)]).toEqual(['started', 'settled']);
  await rui.reload();
  await expect(stepHeading(rui)).toHaveText((await stepHeading(bea).textContent())!);
  await Promise.all(tablets.map((tablet) => tablet.close()));
});

test('shows two technicians on two doors each other’s progress as it happens, across two app processes', async ({
  browser,
  baseURL,
}) => {
  // In the whole test run this is a process of its own on the same database.
  const second = process.env.PEZZO_SECOND_URL ?? baseURL;
  const [one, two] = await Promise.all([browser.newContext({ baseURL }), browser.newContext({ baseURL: second })]);
  const [rui, bea] = await Promise.all([one.newPage(), two.newPage()]);
  await signIn(rui, 'Rui Castellane', '4004');
  await signIn(bea, 'Bea Nwosu', '3003');
  const { run } = await openRun(
    rui,
    'Two doors',
    ['kite-rear-door', 'kite-rear-door@right'],
    ['kite-rear-door/woofer', 'kite-rear-door@right/woofer'],
  );
  await bea.goto(`/runs/${run}`);
  await rui.getByRole('button', { name: 'rear door, left' }).click();
  await bea.getByRole('button', { name: 'rear door, right' }).click();
  const words = { rui: rui.locator('.progress-words'), bea: bea.locator('.progress-words') };
  await expect(words.bea).toContainText('1 of');
  // Pushed: without that the other tablet would ask only after fifteen seconds.
  await rui.locator('.done-bar').click();
  await expect(words.rui).toContainText(/[23] of/);
  await expect(words.bea).toContainText((await words.rui.textContent())!.split(' · ')[0]);
  await expect(bea.getByText(/^Rui did: /)).toBeVisible();
  const before = (await words.rui.textContent())!.split(' · ')[0];
  await bea.locator('.done-bar').click();
  await expect(words.rui).not.toContainText(before);
  await expect(rui.getByRole('button', { name: 'rear door, left' })).toHaveAttribute('aria-pressed', 'true');
  await Promise.all([one.close(), two.close()]);
});

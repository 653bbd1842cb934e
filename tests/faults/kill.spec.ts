import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { chromium, expect, type BrowserContext, type Page } from '@playwright/test';
import { answerAll, CHROMIUM_ARGS } from '../../scripts/support/browser';
import { CHROMIUM } from '../../scripts/support/debian';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster, type ThrowAwayCluster } from '../../scripts/support/postgres';
import { serve, type Served } from '../../scripts/support/serve';
import { makeWorkers } from '../../scripts/support/workers';
import { loadDemo } from '../../scripts/up/load-demo';
import { seeded } from '../../benchmarks/support/seeded';
import { test } from '../browser/awake';

/** Kills to be survived, over as many runs as it takes. */
const KILLS = 60;
/** One in so many taps is followed by a kill, at most. */
const KILL_CHANCE = 0.5;
const SEED = Number(process.env.PEZZO_SEED ?? 20261125);
/** What the script says of the clips: one broke, one was lost, both were renewed. */
const SCRIPT = { out: 9, back: 7, renewed: 2, broken: 1, lost: 1 };

type Victim = 'app' | 'database' | 'browser';
type Moment = 'before' | 'with' | 'after';

/** The shop under test: whatever was killed comes up again by itself after a while, as a supervisor would see to. */
class Shop {
  private app!: Served;
  private port = 0;
  private databaseUrl = '';
  private mending: Promise<unknown> = Promise.resolve();
  private busy = false;
  readonly kills: Record<Victim, number> = { app: 0, database: 0, browser: 0 };
  context!: BrowserContext;
  readonly profile = mkdtempSync(join(tmpdir(), 'pezzo-tablet-'));

  constructor(
    private readonly cluster: ThrowAwayCluster,
    private readonly random: () => number,
  ) {}

  async open(): Promise<void> {
    this.databaseUrl = await prepareDatabase(this.cluster, 'kills');
    await makeWorkers();
    await loadDemo(this.databaseUrl);
    this.port = await freePort();
    this.app = await serve({ host: '127.0.0.1', port: this.port, databaseUrl: this.databaseUrl });
    await this.startBrowser();
  }

  get url() {
    return `http://127.0.0.1:${this.port}`;
  }
  get total() {
    return this.kills.app + this.kills.database + this.kills.browser;
  }
  /** Waits until everything that was killed runs again. */
  whole = () => this.mending;

  async startBrowser(): Promise<Page> {
    this.context = await chromium.launchPersistentContext(this.profile, {
      executablePath: CHROMIUM,
      args: CHROMIUM_ARGS,
      baseURL: this.url,
      viewport: { width: 1280, height: 800 },
    });
    return this.context.pages()[0] ?? this.context.newPage();
  }

  /** Kills app or database at once; it comes back while the technician works on. */
  killServer(victim: 'app' | 'database'): void {
    if (this.busy) return;
    this.busy = true;
    this.kills[victim] += 1;
    if (victim === 'app') this.app.process.kill('SIGKILL');
    else this.cluster.crash();
    const pause = this.random() * 1500;
    this.mending = (async () => {
      await new Promise((resolve) => setTimeout(resolve, pause));
      if (victim === 'database') await this.cluster.restart();
      else {
        await this.app.ended;
        this.app = await serve({ host: '127.0.0.1', port: this.port, databaseUrl: this.databaseUrl });
      }
      this.busy = false;
    })();
  }

  /** Kills every process of the browser at once and opens it anew on what its disk holds. */
  async killBrowser(): Promise<Page> {
    this.kills.browser += 1;
    spawnSync('pkill', ['-KILL', '-f', this.profile]);
    await this.context.close().catch(() => undefined);
    rmSync(join(this.profile, 'SingletonLock'), { force: true });
    return this.startBrowser();
  }

  /** What the database says of the chains of its logs. */
  async chainFaults(): Promise<object[]> {
    const owner = new pg.Client({ connectionString: this.cluster.url('kills'), options: '-c pezzo.task=verify' });
    await owner.connect();
    return (await owner.query('select * from chain_faults(null)').finally(() => owner.end())).rows;
  }

  async close(): Promise<void> {
    await this.mending;
    await this.context.close().catch(() => undefined);
    await this.app.stop();
    this.cluster.stop();
    rmSync(this.profile, { recursive: true, force: true });
  }
}

const heading = (page: Page) => page.getByRole('heading', { level: 1 });

/** A page just opened shows the server's state first, then what the tablet has beyond it: this waits for the latter. */
const settled = (page: Page) =>
  expect(page.locator('.run-head .saved').last()).not.toHaveText(/checking/, { timeout: 40_000 });

/** Everything that tells one step from the next. */
const standing = async (page: Page) =>
  `${await heading(page).first().textContent({ timeout: 10_000 })}|${await page
    .locator('.progress-words')
    .textContent({ timeout: 1000 })
    .catch(() => '')}`;

/** Answers what the screen asks, as the script says, and returns once the bar can be tapped. */
async function prepare(page: Page, title: string): Promise<void> {
  if (/^Pull the door card free/.test(title.replace(/\s+/g, ' '))) {
    for (const name of ['More: 0 broken', 'More: 0 lost']) {
      const more = page.getByRole('button', { name });
      if (await more.count()) await more.click();
    }
  }
  await answerAll(page);
  const spare = page.getByRole('button', { name: '2 new fitted' });
  if (await spare.count()) await spare.first().click();
}

/** Follows one run to its ledger while things are killed around it. Every step that was seen to be done must stay done. */
async function workRun(shop: Shop, first: Page, run: string, random: () => number): Promise<Page> {
  let page = first;
  const seen: number[] = [];
  const reopen = async () => {
    page = await shop.killBrowser();
    await page.goto(`/runs/${run}`, { waitUntil: 'commit' });
    await expect(page.locator('.run-head, .names').first()).toBeVisible({ timeout: 40_000 });
    if (!page.url().includes('/sign-in')) return settled(page);
    // A browser writes its cookies to disk half a minute late: killed before that, it has forgotten who is signed in, not what was recorded.
    await shop.whole();
    await signInAgain(page);
    await page.goto(`/runs/${run}`);
    await settled(page);
  };
  const strike = async (victim: Victim) => (victim === 'browser' ? reopen() : shop.killServer(victim));
  for (let taps = 0; taps < 400; taps += 1) {
    const title = (await heading(page).first().textContent())!;
    if (title.startsWith('Everything is accounted for')) return page;
    const events = (await localEvents(page, run)).length;
    expect(events, 'events on the tablet never grow fewer').toBeGreaterThanOrEqual(seen.at(-1) ?? 0);
    seen.push(events);
    const victim = (['app', 'database', 'browser'] as const)[Math.floor(random() * 3)];
    const moment: Moment | null =
      random() < KILL_CHANCE ? (['before', 'with', 'after'] as const)[Math.floor(random() * 3)] : null;
    if (moment === 'before') {
      await strike(victim);
      if (victim === 'browser') continue;
    }
    await prepare(page, title);
    const before = await standing(page);
    const bar = page.locator('.done-bar');
    await expect(bar).toBeEnabled();
    if (moment === 'with' && victim === 'browser') {
      await Promise.all([
        bar.click({ noWaitAfter: true, timeout: 3000 }).catch(() => undefined),
        new Promise((resolve) => setTimeout(resolve, random() * 60)),
      ]);
      await reopen();
      continue;
    }
    if (moment === 'with') void strike(victim);
    await bar.click();
    await expect.poll(() => standing(page)).not.toBe(before);
    if (moment === 'after') {
      const painted = await standing(page);
      await strike(victim);
      // What was painted as done was on the disk before it was painted.
      if (victim === 'browser') await expect.poll(() => standing(page)).toBe(painted);
    }
  }
  throw new Error('The run did not come to an end.');
}

/** The ids of a run's events that the tablet's own store holds. */
const localEvents = (page: Page, run: string): Promise<string[]> =>
  page.evaluate(
    (log) =>
      new Promise<string[]>((resolve, reject) => {
        const opening = indexedDB.open('pezzo');
        opening.onerror = () => reject(opening.error);
        opening.onsuccess = () => {
          const asking = opening.result.transaction('events').objectStore('events').index('log').getAllKeys(log);
          asking.onsuccess = () => {
            opening.result.close();
            resolve(asking.result as string[]);
          };
          asking.onerror = () => reject(asking.error);
        };
      }),
    run,
  );

test(`loses nothing and doubles nothing while app, database and browser are killed ${KILLS} times`, async () => {
  test.setTimeout(40 * 60_000);
  const random = seeded(SEED);
  const shop = new Shop(await startThrowAwayCluster({ durable: true }), random);
  try {
    await shop.open();
    let page = shop.context.pages()[0];
    await signInAgain(page);
    for (let runs = 1; shop.total < KILLS; runs += 1) {
      await shop.whole();
      const run = await openRun(page, runs);
      page = await workRun(shop, page, run, random);
      await shop.whole();
      await signInAgain(page);
      await expect(page.getByText('● saved')).toBeVisible({ timeout: 60_000 });
      await compare(page, run);
      await page.getByRole('button', { name: 'Finish' }).click();
      await expect(page.getByRole('heading', { name: 'Finished: everything is accounted for' })).toBeVisible();
      process.stdout.write(`    run ${runs}: ${JSON.stringify(shop.kills)} kills survived so far (seed ${SEED})\n`);
    }
    expect(shop.total).toBeGreaterThanOrEqual(KILLS);
    // Whatever was cut off in the middle, each log is one chain from its first event to its last.
    expect(await shop.chainFaults()).toEqual([]);
    expect(Math.min(...Object.values(shop.kills))).toBeGreaterThan(5);
  } finally {
    await shop.close();
  }
});

const signInAgain = async (page: Page) =>
  expect((await page.request.post('/api/sign-in', { data: { person: 'rui-castellane', pin: '4004' } })).ok()).toBe(
    true,
  );

async function openRun(page: Page, n: number): Promise<string> {
  const job = (await (
    await page.request.post('/api/jobs', {
      data: {
        title: `Killed ${n}`,
        customer: '',
        make: 'Velden',
        model: 'Kite',
        year: 2017,
        body: 'hatch-5',
        steering: 'left',
      },
    })
  ).json()) as { number: number };
  const run = (await (
    await page.request.post('/api/runs', {
      data: {
        job: job.number,
        procedures: ['kite-rear-door'],
        goals: ['woofer'],
        options: { windows: 'power' },
        newParts: ['Intercom speaker'],
      },
    })
  ).json()) as { id: string };
  await page.request.post(`/api/jobs/${job.number}/skip-check-in`, {
    data: { lead: 'tomas-varga', pin: '2002', reason: 'tried by a test' },
  });
  await page.goto(`/runs/${run.id}`);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((resolve) =>
        navigator.serviceWorker.addEventListener('controllerchange', resolve, { once: true }),
      );
  });
  await page.reload();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Lay out' })).toHaveCount(0);
  return run.id;
}

/** Server and tablet hold the same events, each once, and the ledger is what the script says. */
async function compare(page: Page, run: string): Promise<void> {
  const { events } = (await (await page.request.get(`/api/logs/${run}/events?after=0`)).json()) as {
    events: { id: string; type: string; action?: string }[];
  };
  const ids = events.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  expect([...(await localEvents(page, run))].sort()).toEqual([...ids].sort());
  // Every step exactly once: a tap that was not seen to be done was tapped again only where it had not been kept.
  const done = events.filter(({ type }) => type === 'done').map(({ action }) => action!);
  expect(done.filter((action, at) => done.indexOf(action) !== at)).toEqual([]);
  const clips = page.getByRole('row', { name: /^9 × push clips/ });
  await expect(clips.getByRole('cell')).toHaveText([
    /push clips/,
    String(SCRIPT.out),
    String(SCRIPT.back),
    String(SCRIPT.renewed),
    String(SCRIPT.broken),
    String(SCRIPT.lost),
    '·',
    '·',
    /balances/,
  ]);
  for (const row of await page.locator('.ledger-table tbody tr').all()) await expect(row).toContainText('balances');
}

import { randomUUID } from 'node:crypto';
import { get } from 'node:http';
import { expect, request, test, type APIRequestContext } from '@playwright/test';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster, type ThrowAwayCluster } from '../../scripts/support/postgres';
import { serve, type Served } from '../../scripts/support/serve';
import { loadDemo } from '../../scripts/up/load-demo';
import { startPooler, type Pooler } from '../support/pgbouncer';
import { apiAs, cookiesOf } from './support';

let cluster: ThrowAwayCluster;
let pooler: Pooler;
let direct: string;
let run: string;
test.beforeAll(async () => {
  cluster = await startThrowAwayCluster();
  direct = await prepareDatabase(cluster, 'pooled');
  await loadDemo(direct);
  pooler = await startPooler(direct);
});
test.afterAll(async () => {
  await pooler.stop();
  cluster.stop();
});

/** Two app processes by way of the pooler. */
async function serveTwo(env: Record<string, string> = {}): Promise<[Served, Served]> {
  return [
    await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: pooler.url, env }),
    await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: pooler.url, env }),
  ];
}

const newsOf = async (app: Served) => ((await (await fetch(`${app.url}/api/health`)).json()) as { news: string }).news;

/** Opens a run on the demo's second Kite. */
async function openRun(api: APIRequestContext): Promise<string> {
  const answer = await api.post('/api/runs', {
    data: { job: 2402, procedures: ['kite-rear-door'], goals: ['woofer'], options: { windows: 'power' } },
  });
  return ((await answer.json()) as { id: string }).id;
}

/** Listens at one app for news of a log; tells when the next comes, milliseconds from now. */
async function nextNews(
  app: Served,
  api: APIRequestContext,
  log: string,
): Promise<{ after: () => Promise<void>; stop: () => void }> {
  const cookie = await cookiesOf(api);
  let count = 0;
  const request = get(`${app.url}/api/logs/${log}/stream`, { headers: { cookie }, agent: false }, (response) =>
    response.on('data', (chunk: Buffer) => {
      count += chunk.toString().split('data: news').length - 1;
    }),
  );
  request.on('error', () => undefined);
  await expect.poll(() => count).toBeGreaterThan(0);
  // What arrived before anybody listened is told once: it is waited for until it is quiet.
  await new Promise((resolve) => setTimeout(resolve, 3000));
  const before = count;
  return {
    after: async () => {
      await expect.poll(() => count, { timeout: 20_000, intervals: [20] }).toBeGreaterThan(before);
    },
    stop: () => request.destroy(),
  };
}

let lamport = 1000;
async function note(api: APIRequestContext, log: string): Promise<boolean> {
  lamport += 1;
  const event = {
    id: randomUUID(),
    lamport,
    device: 'pooled',
    seq: lamport,
    person: 'rui-castellane',
    at: new Date().toISOString(),
    type: 'note',
    text: 'x',
  };
  const answer = await api
    .post(`/api/logs/${log}/events`, { data: { events: [event] }, timeout: 20_000 })
    .catch(() => null);
  return !!answer?.ok();
}

async function as(app: Served): Promise<APIRequestContext> {
  const api = await apiAs('nobody', app.url);
  expect((await api.post('/api/sign-in', { data: { person: 'rui-castellane', pin: '4004' } })).ok()).toBe(true);
  return api;
}

test('behind a pooler, notices do not come through: that is known, said, and the second tablet hears all the same within a second or two', async () => {
  const [one, two] = await serveTwo();
  try {
    await expect.poll(() => newsOf(one), { timeout: 20_000 }).toBe('asking');
    await expect.poll(() => newsOf(two), { timeout: 20_000 }).toBe('asking');
    const [a, b] = [await as(one), await as(two)];
    run = await openRun(a);
    const news = await nextNews(two, b, run);
    expect(await note(a, run)).toBe(true);
    await news.after();
    news.stop();
  } finally {
    await Promise.all([one.stop(), two.stop()]);
  }
});

test('with a direct address for listening it hears at once, also after the database went away and came back', async () => {
  const [one, two] = await serveTwo({ PEZZO_LISTEN_URL: direct });
  try {
    const [a, b] = [await as(one), await as(two)];
    await new Promise((resolve) => setTimeout(resolve, 3000));
    expect([await newsOf(one), await newsOf(two)]).toEqual(['listening', 'listening']);
    const before = await nextNews(two, b, run);
    expect(await note(a, run)).toBe(true);
    await before.after();
    before.stop();

    cluster.crash();
    expect(await note(a, run)).toBe(false);
    const refused = await a.get(`/api/logs/${run}/events?after=0`);
    expect([refused.status(), refused.headers()['retry-after']]).toEqual([503, '2']);
    await cluster.restart();
    await expect.poll(() => note(a, run), { timeout: 60_000 }).toBe(true);
    await expect.poll(async () => (await b.get('/api/health')).status(), { timeout: 60_000 }).toBe(200);
    const after = await nextNews(two, b, run);
    expect(await note(a, run)).toBe(true);
    await after.after();
    after.stop();
  } finally {
    await Promise.all([one.stop(), two.stop()]);
  }
});

test('two branches by two processes: each has its own board, and both see the one library', async () => {
  const [one, two] = await serveTwo({ PEZZO_LISTEN_URL: direct });
  try {
    const owner = await apiAs('owner', one.url);
    const added = await owner.post('/api/branches', {
      data: { name: 'Harbour branch', owner: 'Ada Brine', pin: '8341', password: 'a long password' },
    });
    expect(added.ok(), await added.text()).toBe(true);
    const ada = await apiAs('nobody', two.url);
    await ada.post('/api/sign-in', { data: { person: 'ada-brine', password: 'a long password' } });
    const opened = await ada.post('/api/jobs', {
      data: { title: 'Harbour job', make: 'Velden', model: 'Kite', year: 2017 },
    });
    const { number } = (await opened.json()) as { number: number };
    const board = async (api: APIRequestContext) => (await api.get('/')).text();
    expect([(await board(ada)).includes('Harbour job'), (await board(owner)).includes('Harbour job')]).toEqual([
      true,
      false,
    ]);
    // By the other process too: it is the person that decides, not where they ask.
    const adaAtOne = await request.newContext({ baseURL: one.url });
    await adaAtOne.post('/api/sign-in', { data: { person: 'ada-brine', password: 'a long password' } });
    expect((await board(adaAtOne)).includes('Intercom speakers')).toBe(false);
    const pages = await Promise.all([ada, owner].map((api) => api.get(`/jobs/${number}`)));
    expect(pages.map((answer) => answer.status())).toEqual([200, 404]);
    const library = async (api: APIRequestContext) =>
      ((await (await api.get('/api/procedures?q=kite+rear')).json()) as { procedures: { id: string }[] }).procedures
        .length;
    expect([await library(ada), await library(owner)]).toEqual([1, 1]);
    const shared = await owner.put('/api/procedures/kite-rear-door/shared', { data: { isShared: false } });
    expect(shared.ok(), await shared.text()).toBe(true);
    expect([await library(ada), await library(owner)]).toEqual([0, 1]);
  } finally {
    await Promise.all([one.stop(), two.stop()]);
  }
});

import { request as requestHttps } from 'node:https';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { keepServing } from '../../scripts/support/keep-serving';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster, type ThrowAwayCluster } from '../../scripts/support/postgres';
import { serve } from '../../scripts/support/serve';
import { loadDemo } from '../../scripts/up/load-demo';
import { privateCertificate } from '../../scripts/up/certificate';
import { apiAs, cookiesOf, raw } from './support';

let cluster: ThrowAwayCluster;
let databaseUrl: string;
test.beforeAll(async () => {
  cluster = await startThrowAwayCluster();
  databaseUrl = await prepareDatabase(cluster, 'serving');
  await loadDemo(databaseUrl);
});
test.afterAll(() => cluster.stop());

test('an app that dies is started again, as often as it dies, and the database goes on meanwhile', async () => {
  const app = await keepServing({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  const health = () =>
    fetch(`${app.url}/api/health`).then(
      ({ status }) => status,
      () => 0,
    );
  try {
    const seen = new Set<number | undefined>();
    for (let n = 0; n < 3; n += 1) {
      seen.add(app.process().pid);
      app.process().kill('SIGKILL');
      const client = new pg.Client({ connectionString: databaseUrl });
      await client.connect();
      expect((await client.query('select 1 as up')).rows).toEqual([{ up: 1 }]);
      await client.end();
      await expect.poll(health, { timeout: 60_000 }).toBe(200);
      await expect.poll(() => seen.has(app.process().pid), { timeout: 60_000 }).toBe(false);
    }
    expect(seen.size).toBe(3);
  } finally {
    await app.stop();
  }
  expect(await health()).toBe(0);
});

test('over TLS: cookies that never travel in the clear, HSTS, and no PIN before a tablet is enrolled', async () => {
  const certificate = await privateCertificate('bay.pezzo.test');
  const app = await serve({
    host: '127.0.0.1',
    port: await freePort(),
    databaseUrl,
    hosts: ['bay.pezzo.test', '127.0.0.1'],
    tls: certificate,
  });
  const port = new URL(app.url).port;
  const ask = (
    path: string,
    {
      body,
      cookie,
      host = `bay.pezzo.test:${port}`,
      method = body ? 'POST' : 'GET',
    }: { body?: object; cookie?: string; host?: string; method?: string } = {},
  ) =>
    new Promise<{ status: number; text: string; cookies: string[]; hsts?: string }>((resolve, reject) => {
      const sending = requestHttps(
        {
          host: '127.0.0.1',
          port,
          servername: 'bay.pezzo.test',
          ca: certificate.authority!,
          agent: false,
          path,
          method,
          headers: {
            host,
            origin: `https://${host}`,
            'content-type': 'application/json',
            ...(cookie ? { cookie } : {}),
          },
        },
        (response) => {
          let text = '';
          response.on('data', (chunk: Buffer) => {
            text += chunk.toString();
          });
          response.on('end', () =>
            resolve({
              status: response.statusCode!,
              text,
              cookies: response.headers['set-cookie'] ?? [],
              hsts: response.headers['strict-transport-security'],
            }),
          );
        },
      );
      sending.on('error', reject);
      sending.end(body && JSON.stringify(body));
    });
  try {
    const page = await ask('/sign-in');
    expect([page.status, page.hsts, page.text.includes('Bea Nwosu'), page.text.includes('not enrolled')]).toEqual([
      200,
      'max-age=31536000',
      false,
      true,
    ]);
    expect((await ask('/sign-in', { host: `elsewhere.test:${port}` })).status).toBe(421);
    const pin = { person: 'bea-nwosu', pin: '3003' };
    expect(JSON.parse((await ask('/api/sign-in', { body: pin })).text)).toMatchObject({ code: 'not-enrolled' });
    const enrolled = await ask('/api/devices', {
      body: { person: 'Tomas Varga', password: 'saltmarsh-bench', name: 'Bay 1' },
    });
    expect(enrolled.status).toBe(200);
    expect(enrolled.cookies[0]).toMatch(/^pezzo_tablet=.*HttpOnly.*SameSite=strict/i);
    expect(enrolled.cookies[0]).toMatch(/secure/i);
    const tablet = enrolled.cookies[0].split(';')[0];
    const session = await ask('/api/sign-in', { body: pin, cookie: tablet });
    expect([session.status, /secure/i.test(session.cookies[0]), /httponly/i.test(session.cookies[0])]).toEqual([
      200,
      true,
      true,
    ]);
    expect((await ask('/sign-in', { cookie: tablet })).text).toContain('Bea Nwosu');
    // Remove access by the owner: nothing works on it any more, at once.
    const owner = (
      await ask('/api/sign-in', { body: { person: 'Ines Okafor-Lind', password: 'saltmarsh-desk' } })
    ).cookies[0].split(';')[0];
    const id = /"id":"([0-9a-f-]{36})","name":"Bay 1"|\\"id\\":\\"([0-9a-f-]{36})\\",\\"name\\":\\"Bay 1\\"/.exec(
      (await ask('/people', { cookie: owner })).text,
    )!;
    expect((await ask(`/api/devices/${id[1] ?? id[2]}`, { method: 'DELETE', cookie: owner })).status).toBe(200);
    expect(JSON.parse((await ask('/api/sign-in', { body: pin, cookie: tablet })).text)).toMatchObject({
      code: 'not-enrolled',
    });
    expect((await ask('/api/procedures', { cookie: `${tablet}; ${session.cookies[0].split(';')[0]}` })).status).toBe(
      403,
    );
  } finally {
    await app.stop();
  }
});

test('the stream of somebody who is removed ends at once', async () => {
  const app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  try {
    const [owner, pip] = [await apiAs('owner', app.url), await apiAs('trainee', app.url)];
    const cookie = await cookiesOf(pip);
    let ended = false;
    const stream = raw({ path: '/api/logs/board/stream', method: 'GET', headers: { cookie } }, [], app.url).then(
      (answer) => {
        ended = true;
        return answer;
      },
    );
    await new Promise((resolve) => setTimeout(resolve, 1500));
    expect(ended).toBe(false);
    expect((await owner.patch('/api/people/pip-hallam', { data: { active: false } })).ok()).toBe(true);
    await expect.poll(() => ended, { timeout: 5000 }).toBe(true);
    expect((await stream).text).toContain('data: news');
    expect(
      (await raw({ path: '/api/logs/board/stream', method: 'GET', headers: { cookie } }, [], app.url)).status,
    ).toBe(403);
    await owner.patch('/api/people/pip-hallam', { data: { active: true } });
  } finally {
    await app.stop();
  }
});

test('signing in by another person on the same browser ends the session that was open there', async () => {
  const first = await apiAs('technician');
  const old = await cookiesOf(first);
  expect((await first.post('/api/sign-in', { data: { person: 'rui-castellane', pin: '4004' } })).ok()).toBe(true);
  expect((await raw({ path: '/api/procedures', method: 'GET', headers: { cookie: old } })).status).toBe(403);
  expect((await first.get('/api/procedures')).status()).toBe(200);
});

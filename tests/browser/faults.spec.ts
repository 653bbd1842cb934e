import { randomUUID } from 'node:crypto';
import { expect, request } from '@playwright/test';
import pg from 'pg';
import { freePort } from '../../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster } from '../../scripts/support/postgres';
import { serve } from '../../scripts/support/serve';
import { loadDemo } from '../../scripts/up/load-demo';
import { test } from './awake';

/** What is killed while which event is on its way. */
const KILLS: Record<number, 'app' | 'database'> = {
  4: 'app',
  9: 'database',
  15: 'app',
  21: 'database',
  26: 'database',
};
const EVENTS = 30;

test('has every acknowledged event once after the app and the database were killed in the middle of a run', async () => {
  const cluster = await startThrowAwayCluster({ durable: true });
  const databaseUrl = await prepareDatabase(cluster, 'faults');
  await loadDemo(databaseUrl);
  const client = new pg.Client({ connectionString: databaseUrl, options: '-c pezzo.branch=1' });
  await client.connect();
  const {
    rows: [{ id: run }],
  } = await client.query<{ id: string }>('select id from runs where job_number = 2402');
  await client.end();
  const port = await freePort();
  let app = await serve({ host: '127.0.0.1', port, databaseUrl });
  const api = await request.newContext({ baseURL: app.url });
  expect((await api.post('/api/sign-in', { data: { person: 'rui-castellane', pin: '4004' } })).ok()).toBe(true);

  const acknowledged: string[] = [];
  const sendOnce = async (id: string, n: number): Promise<boolean> => {
    const event = {
      id,
      lamport: 1000 + n,
      device: 'fault-test',
      seq: n + 1,
      person: 'rui-castellane',
      at: '2026-03-02T09:00:00.000Z',
      type: 'note',
      text: `note ${n}`,
    };
    const answer = await api
      .post(`/api/logs/${run}/events`, { data: { events: [event] }, timeout: 20_000 })
      .catch(() => null);
    const kept = answer?.ok() ? ((await answer.json()) as { kept: string[] }).kept : [];
    return kept.includes(id);
  };
  try {
    for (let n = 0; n < EVENTS; n += 1) {
      const id = randomUUID();
      const first = sendOnce(id, n);
      if (KILLS[n] === 'app') app.process.kill('SIGKILL');
      if (KILLS[n] === 'database') cluster.crash();
      let kept = await first;
      if (KILLS[n] === 'app') {
        await app.ended;
        app = await serve({ host: '127.0.0.1', port, databaseUrl });
      }
      if (KILLS[n] === 'database') await cluster.restart();
      // A device sends again until it is told that the event is kept.
      for (let tries = 0; !kept && tries < 10; tries += 1) kept = await sendOnce(id, n);
      expect(kept, `event ${n}`).toBe(true);
      acknowledged.push(id);
    }
    const answer = (await (await api.get(`/api/logs/${run}/events?after=0`)).json()) as {
      events: { id: string; device: string }[];
    };
    expect(answer.events.filter((event) => event.device === 'fault-test').map((event) => event.id)).toEqual(
      acknowledged,
    );
  } finally {
    await api.dispose();
    await app.stop();
    cluster.stop();
  }
});

import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import pg from 'pg';
import { ensureBuild } from '../scripts/support/build';
import { freePort } from '../scripts/support/ports';
import { prepareDatabase, startThrowAwayCluster } from '../scripts/support/postgres';
import { serve } from '../scripts/support/serve';
import { actorOf } from '../scripts/up/actor';
import { loadDemo } from '../scripts/up/load-demo';
import { getPool } from '../src/data';
import { receiveEvents } from '../src/services';
import { printTable } from './support/measure';

const WRITERS = 50;
const SECONDS = 8;
/** Connections of the app's own pool: the raw writers get as many. */
const CONNECTIONS = 8;

let lamport = 10;
const newEvent = () => {
  lamport += 1;
  return {
    id: randomUUID(),
    lamport,
    device: 'bench',
    seq: lamport,
    person: 'rui-castellane',
    at: new Date().toISOString(),
    type: 'note',
    text: 'one tap',
  };
};

/** Lets 50 writers write, one event each at a time, for some seconds. Returns events a second, and the times of single ones, milliseconds. */
async function writeFor(write: (writer: number) => Promise<void>): Promise<{ perSecond: number; p95: number }> {
  const times: number[] = [];
  const end = performance.now() + SECONDS * 1000;
  await Promise.all(
    Array.from({ length: WRITERS }, async (_, writer) => {
      while (performance.now() < end) {
        const started = performance.now();
        await write(writer);
        times.push(performance.now() - started);
      }
    }),
  );
  times.sort((a, b) => a - b);
  return { perSecond: times.length / SECONDS, p95: times[Math.floor(times.length * 0.95)] };
}

/**
 * Events a second that are taken from 50 writers: by the service that receives them, by the whole app over HTTP, and the same inserts sent raw with the
 * same lock and triggers, side by side. Writers, app and database share the machine's cores.
 */
export async function main(): Promise<void> {
  await ensureBuild();
  const cluster = await startThrowAwayCluster({ durable: true });
  const databaseUrl = await prepareDatabase(cluster, 'events');
  await loadDemo(databaseUrl);
  const app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  process.env.DATABASE_URL = databaseUrl;
  const pool = new pg.Pool({ connectionString: databaseUrl, max: CONNECTIONS, options: '-c pezzo.branch=1' });
  try {
    const { port } = new URL(app.url);
    const agent = new Agent({ keepAlive: true, maxSockets: WRITERS });
    const post = (path: string, body: object, cookie = '') =>
      new Promise<{ status: number; text: string; cookie: string }>((resolve, reject) => {
        const text = JSON.stringify(body);
        const sending = request(
          {
            host: '127.0.0.1',
            port,
            path,
            method: 'POST',
            agent,
            headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text), cookie },
          },
          (response) => {
            let answer = '';
            response.on('data', (chunk: Buffer) => {
              answer += chunk.toString();
            });
            response.on('end', () =>
              resolve({
                status: response.statusCode!,
                text: answer,
                cookie: response.headers['set-cookie']?.[0].split(';')[0] ?? '',
              }),
            );
          },
        );
        sending.on('error', reject);
        sending.end(text);
      });
    const { cookie } = await post('/api/sign-in', { person: 'rui-castellane', pin: '4004' });
    const runs: string[] = [];
    // One for each writer, and one more for each way that writes into a single one: a log takes only so many.
    for (let n = 0; n < WRITERS + 3; n += 1)
      runs.push(
        (
          JSON.parse(
            (
              await post(
                '/api/runs',
                { job: 2402, procedures: ['kite-rear-door'], goals: ['pull-cap'], options: { windows: 'power' } },
                cookie,
              )
            ).text,
          ) as { id: string }
        ).id,
      );
    const rui = await actorOf('rui-castellane');
    const byService = (logOf: (writer: number) => string) => async (writer: number) => {
      const { kept } = await receiveEvents(rui, logOf(writer), [newEvent()], Number.MAX_SAFE_INTEGER);
      if (kept.length !== 1) throw new Error('An event was not kept.');
    };
    const byApp = (logOf: (writer: number) => string) => async (writer: number) => {
      const { status, text } = await post(
        `/api/logs/${logOf(writer)}/events?after=9007199254740991`,
        { events: [newEvent()] },
        cookie,
      );
      if (status !== 200) throw new Error(text);
    };
    const raw = (logOf: (writer: number) => string) => async (writer: number) => {
      const { id, lamport: time, device, seq, person, at, type, text } = newEvent();
      await pool.query(
        `with held as (select id from logs where id = $1 for update)
         insert into events (id, log_id, lamport, device, seq, person_id, at, type, fact, received_from) select $2, held.id, $3, $4, $5, $6, $7, $8, $9, $6 from held`,
        [logOf(writer), id, time, device, seq, person, at, type, { text }],
      );
    };
    process.stdout.write(
      `${WRITERS} writers, one event each at a time, ${SECONDS} s each; durable PostgreSQL, ${CONNECTIONS} connections\n`,
    );
    const rows: string[][] = [];
    for (const name of ['one run', 'a run each']) {
      const logs = (way: number) => (writer: number) => runs[name === 'one run' ? WRITERS + way : writer];
      await writeFor(byApp(logs(2)));
      const plain = await writeFor(raw(logs(0)));
      for (const [what, rate] of [
        ['raw inserts', plain],
        ['service', await writeFor(byService(logs(1)))],
        ['over HTTP', await writeFor(byApp(logs(2)))],
      ] as const) {
        rows.push([
          name,
          what,
          rate.perSecond.toFixed(0),
          `${rate.p95.toFixed(0)} ms`,
          (rate.perSecond / plain.perSecond).toFixed(2),
        ]);
      }
    }
    printTable(['', '', 'events/s', 'p95', 'ratio'], rows);
  } finally {
    await getPool().end();
    await pool.end();
    await app.stop();
    cluster.stop();
  }
}

import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { prepareDatabase, startThrowAwayCluster } from '../scripts/support/postgres';
import { makeWorkers, WORKERS_FOLDER } from '../scripts/support/workers';
import { dbOf, getPerson, getPool, HOME, insertPerson, insertShop, type Actor } from '../src/data';
import { approveDraft, bringIn, endHeavy, jobBoard, openJob, openRun, viewDay, viewStores } from '../src/services';
import { median, printTable, quantile } from './support/measure';

const [JOBS, RUNS, LINES, ROUNDS] = [20_000, 60, 5000, 25];

/** What the board, the day and the stores take at the server with years of jobs and a full shelf, beside the statements they come down to. */
export async function main(): Promise<void> {
  const cluster = await startThrowAwayCluster();
  try {
    const url = await prepareDatabase(cluster, 'desk');
    process.env.DATABASE_URL = url;
    await makeWorkers();
    process.env.PEZZO_WORKERS = WORKERS_FOLDER;
    const by = await fill(cluster.url('desk'));
    const rows: string[][] = [];
    const beside = async (name: string, work: () => Promise<unknown>, sql: string) => {
      const cold = await timed(work);
      const times: number[] = [];
      const raw: number[] = [];
      for (let n = 0; n < ROUNDS; n += 1) {
        times.push(await timed(work));
        raw.push(await timed(() => getPool().query(sql)));
      }
      rows.push([name, ms(cold), ms(median(times)), ms(quantile(times, 0.95)), ms(median(raw))]);
    };
    await beside(
      'board',
      () => jobBoard(HOME),
      `select j.* from jobs j join logs l on l.job_number = j.number and l.kind = 'visit' where l.closed_position is null order by j.number desc limit 300`,
    );
    await beside('day', () => viewDay(by, null), 'select * from day_places');
    await beside(
      'stores',
      () => viewStores(HOME),
      'select kind, count from stock_levels where branch = 1 order by kind',
    );
    await beside(
      'stores, one word',
      () => viewStores(HOME, 'part 4711'),
      `select * from store_items where kind = 'part 4711'`,
    );
    process.stdout.write(`${JOBS} jobs, ${RUNS} runs open, ${LINES} lines in stores; target: 100 ms\n`);
    printTable(['what', 'first', 'median', 'p95', 'SQL alone'], rows);
  } finally {
    await endHeavy();
    await getPool().end();
    cluster.stop();
  }
}

const ms = (value: number) => `${value.toFixed(1)} ms`;

async function timed(work: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

/** A shop with years of jobs that were given back, some that are here, and a full shelf. */
async function fill(ownerUrl: string): Promise<Actor> {
  await insertShop(dbOf(HOME), 'Made');
  await insertPerson(dbOf(HOME), {
    id: 'lead',
    name: 'A lead',
    role: 'lead',
    pinHash: 'x',
    passwordHash: null,
    branch: HOME,
  });
  const by: Actor = { ...(await getPerson(dbOf(HOME), 'lead')), byPassword: true };
  const door = readFileSync(join(import.meta.dirname, '../demo/procedures/kite-rear-door.json'), 'utf8');
  await bringIn(by, door);
  await approveDraft(by, 'kite-rear-door', 1, 'first');
  const client = new pg.Client({ connectionString: ownerUrl, options: '-c pezzo.task=measure -c pezzo.branch=1' });
  await client.connect();
  await client.query(`
    with made as (insert into vehicles (make, model, year, label) select 'Velden', 'Kite', 2017, 'made ' || n from generate_series(1, ${JOBS}) n returning id),
    numbered as (select id, row_number() over () as n from made),
    opened as (insert into jobs (title, customer, vehicle_id, created_by, branch) select 'Job ' || n, 'Customer ' || n, id, 'lead', 1 from numbered returning number)
    insert into logs (id, kind, job_number, closed_position) select gen_random_uuid(), 'visit', number, 1 from opened`);
  await client.query(`insert into store_items (kind, bin, supplier, price_cents, minimum, changed_by, branch)
    select 'part ' || n, 'B' || n % 90, 'Supplier ' || n % 12, 10 + n % 900, n % 40, 'lead', 1 from generate_series(1, ${LINES}) n`);
  await client.query(`insert into stock_moves (kind, change, reason, moved_by, branch)
    select 'part ' || n, 1 + n % 60, 'delivery', 'lead', 1 from generate_series(1, ${LINES}) n`);
  for (let n = 0; n < RUNS; n += 1) {
    const vehicle = { make: 'Velden', model: 'Kite', year: 2017, body: '', steering: 'any' as const };
    const job = await openJob(by, { title: `Here ${n}`, customer: 'Somebody', label: '', ...vehicle });
    await openRun(by, {
      job,
      procedures: ['kite-rear-door'],
      goals: ['woofer'],
      options: { windows: 'power' },
      newParts: [],
    });
  }
  await client.query(`insert into day_places (job_number, person_id, bay, starts_at, placed_by)
    select number, 'lead', 'Bay 1', now() + (number % 20) * interval '1 hour', 'lead' from jobs order by number desc limit ${RUNS}`);
  await client.query('analyze');
  await client.end();
  return by;
}

import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrate } from '../../scripts/support/migrate';
import { handOver, postgresProgram } from '../../scripts/support/postgres';
import { makeWorkers } from '../../scripts/support/workers';
import { adminUrlOf, asOwner, addressesOf, closePool, emptyDatabase } from '../support/database';
import { keepOlderReports, openRunScreen, readReport, receiveEvents } from '@/services';
import { dbOf, getPerson, HOME, listRunHeads, type Actor } from '@/data';
import { foldRun, graphOf, viewRun } from '@/core/bay';

type Loose = Record<string, unknown>;
interface Said {
  reports: Record<string, Loose & { lines: Loose[]; runs: (Loose & { finishedAt: string | null })[]; closed: boolean }>;
  standing: Record<string, { next: string | null; events: number }>;
}

const fixture = (name: string) => gunzipSync(readFileSync(`tests/fixtures/databases/${name}.gz`)).toString('utf8');

/** Every value that was said then is said now; what is said besides is new. Lists are as long as they were. */
function saidAgain(now: unknown, then: unknown, where: string): string[] {
  if (Array.isArray(then)) {
    const list = now as unknown[];
    if (!Array.isArray(now) || list.length !== then.length)
      return [`${where}: ${JSON.stringify(then)} is now ${JSON.stringify(now)}`];
    return then.flatMap((one, at) => saidAgain(list[at], one, `${where}[${at}]`));
  }
  if (then !== null && typeof then === 'object')
    return Object.entries(then).flatMap(([key, one]) => saidAgain((now as Loose)?.[key], one, `${where}.${key}`));
  return Object.is(now, then) ? [] : [`${where}: ${JSON.stringify(then)} is now ${JSON.stringify(now)}`];
}

describe.each(['d457006', '4fc0a87', '7df0495'])('a database written by %s', (version) => {
  let drop: () => Promise<void>;
  let said: Said;
  beforeAll(async () => {
    const { name, drop: dropped } = await emptyDatabase('pezzo');
    drop = dropped;
    // As its own version kept it: everything is the superuser's.
    const loaded = spawnSync(postgresProgram('psql'), ['--no-psqlrc', '--quiet', adminUrlOf(name)], {
      input: fixture(`${version}.sql`),
      encoding: 'utf8',
    });
    expect(loaded.stderr).not.toMatch(/ERROR/);
    const admin = new pg.Client({ connectionString: adminUrlOf(name) });
    await admin.connect();
    await handOver(admin).finally(() => admin.end());
    const { owner, app } = addressesOf(name);
    await migrate(owner, 'pezzo_app');
    await makeWorkers();
    process.env.DATABASE_URL = app;
    process.env.PEZZO_TEST_OWNER_URL = owner;
    said = JSON.parse(fixture(`${version}.reports.json`)) as Said;
  });
  afterAll(async () => {
    await closePool();
    await drop();
  });

  it('says of every job, line by line, what it said then', async () => {
    expect(Object.keys(said.reports).length).toBeGreaterThan(5);
    await keepOlderReports();
    const faults: string[] = [];
    for (const [job, then] of Object.entries(said.reports)) {
      const now = await readReport(HOME, Number(job));
      // What is not finished goes on: its list of lines and open steps is the one of today, and so is the version that prints it.
      const { lines, runs, closed, version: _version, ...rest } = then;
      const finished = runs.map((run) => (run.finishedAt ? run : { title: run.title }));
      faults.push(...saidAgain(now, { ...rest, closed, runs: finished, ...(closed ? { lines } : {}) }, `job ${job}`));
    }
    expect(faults).toEqual([]);
    const all = Object.values(said.reports);
    expect(all.some(({ closed }) => closed)).toBe(true);
    expect(all.flatMap(({ runs }) => runs).filter(({ finishedAt }) => finishedAt).length).toBeGreaterThan(2);
  });

  it('has kept what is finished, and goes on saying that whatever later versions make of it', async () => {
    const kept = await asOwner<{ n: number }>('select count(*)::int as n from kept_reports');
    const finished = await asOwner<{ n: number }>(
      'select (select count(*) from runs where finished_at is not null)::int as n',
    );
    expect(kept[0].n).toBeGreaterThanOrEqual(finished[0].n);
    expect(finished[0].n).toBeGreaterThan(1);
  });

  it('has whole chains from its first event on', async () => {
    expect(await asOwner('select * from chain_faults(null)')).toEqual([]);
    expect((await asOwner<{ n: number }>('select count(*)::int as n from events'))[0].n).toBeGreaterThan(50);
  });

  it('goes on with every open run', async () => {
    const person: Actor = { ...(await getPerson(dbOf(HOME), 'bea-nwosu')), byPassword: true };
    const jobs = Object.keys(said.reports).map(Number);
    const open = (await listRunHeads(dbOf(HOME), jobs)).filter(({ finishedAt }) => !finishedAt);
    expect(open.length).toBeGreaterThan(1);
    for (const { id } of open) {
      const { run, events, position } = await openRunScreen(HOME, id);
      const state = foldRun(events);
      const next = viewRun(graphOf(run.plan), run.plan, state).nextAction;
      expect(next, `${run.title} has nothing to do next`).not.toBeNull();
      const stamp = { lamport: state.lastLamport + 1, device: 'after', seq: 1, person: person.id };
      const sent = { id: crypto.randomUUID(), ...stamp, at: new Date().toISOString(), type: 'done', action: next!.key };
      const answer = await receiveEvents(person, id, [sent], position);
      expect(answer.kept).toEqual([sent.id]);
    }
  });
});

import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { beforeAll, describe, expect, it } from 'vitest';
import { faultsOf } from '../../scripts/verify/faults';
import { adminUrlOf, asOwner } from '../support/database';
import { sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { openRun, readReport, receiveEvents } from '@/services';
import { dbOf, HOME, transaction } from '@/data';

const { people, shop } = sharedKiteShop();
let job: number;
let run: string;
beforeAll(async () => {
  job = shop.job;
  run = await openRun(people.technician, { job, ...REAR_SPEAKER });
});

let lamport = 0;
const event = (fact: object) => {
  lamport += 1;
  return {
    id: randomUUID(),
    lamport,
    device: 'd',
    seq: lamport,
    person: 'technician',
    at: '2026-11-27T09:00:00.000Z',
    ...fact,
  };
};
const database = () => new URL(process.env.PEZZO_TEST_OWNER_URL!).pathname.slice(1);

/** As somebody who holds the whole database server: past every trigger. */
async function asThief(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrlOf(database()) });
  await client.connect();
  await client.query(`set session_replication_role = 'replica'`);
  await client.query(statement).finally(() => client.end());
}
async function faults(): Promise<string[]> {
  const client = new pg.Client({ connectionString: process.env.PEZZO_TEST_OWNER_URL, options: '-c pezzo.task=verify' });
  await client.connect();
  return faultsOf(client).finally(() => client.end());
}

describe('the chain of a log', () => {
  it('is whole, however many write at once, and the report says so in its last line', async () => {
    await receiveEvents(people.technician, run, [event({ type: 'started' })], 0);
    await Promise.all(
      Array.from({ length: 20 }, (_, n) =>
        receiveEvents(
          people.technician,
          run,
          [event({ type: 'note', text: `note ${n}` }), event({ type: 'note', text: 'two' })],
          0,
        ),
      ),
    );
    const rows = await asOwner<{ number: number }>(
      `select number from events where log_id = '${run}' order by position`,
    );
    expect(rows.map(({ number }) => number)).toEqual(rows.map((_, at) => at + 1));
    expect(rows).toHaveLength(41);
    expect(await faults()).toEqual([]);
    const { records, version } = await readReport(HOME, job);
    expect(records).toMatchObject({ count: 41, faults: 0, chain: expect.stringMatching(/^[0-9a-f]{64}$/) });
    expect(version).toMatch(/^\d+\.\d+\.\d+$/);
  });

  it.each([
    [
      'what a record says is changed',
      `update events set fact = '{"text": "never said"}' where number = 5`,
      /what it says was changed/,
    ],
    ['who said it is changed', `update events set person_id = 'lead' where number = 6`, /what it says was changed/],
    [
      'its hash is changed with it',
      `update events set fact = '{"text": "x"}', hash = sha256('x') where number = 7`,
      /changed|does not follow/,
    ],
    ['a record is taken out', 'delete from events where number = 8', /before it is missing/],
    ['two change places', `update events set number = -number where number in (10, 11)`, /missing/],
  ])('shows where %s, by whoever holds the whole machine', async (_what, statement, words) => {
    await asThief('create table kept as select * from events');
    await asThief(statement);
    expect((await faults()).join(' ')).toMatch(words);
    expect((await readReport(HOME, job)).records.faults).toBeGreaterThan(0);
    await asThief('delete from events');
    await asThief('insert into events overriding system value select * from kept');
    await asThief('drop table kept');
    expect(await faults()).toEqual([]);
  });
});

describe('the app’s own role', () => {
  it.each([
    [
      'choose a position',
      `insert into events (position, id, log_id, lamport, device, seq, person_id, at, type, fact, received_from) overriding system value values (1, gen_random_uuid(), '%run', 1, 'd', 1, 'lead', now(), 'note', '{}', 'lead')`,
    ],
    [
      'choose a hash',
      `insert into events (hash, id, log_id, lamport, device, seq, person_id, at, type, fact, received_from) values ('x', gen_random_uuid(), '%run', 1, 'd', 1, 'lead', now(), 'note', '{}', 'lead')`,
    ],
    [
      'begin a run that is finished',
      `insert into runs (id, job_number, title, plan, created_by, finished_at) values ('%run', 1, 'x', '{}', 'lead', now())`,
    ],
    [
      'begin a rehearsal with its score',
      `insert into rehearsals (id, branch, person, procedure_id, level, setup, score) values (gen_random_uuid(), 1, 'lead', 'kite-rear-door', 'alone', '{}', '{}')`,
    ],
    ['keep a report twice over', `update kept_reports set report = '{}'`],
    ['change the version of the schema', `update schema_version set version = '0.0.0'`],
  ])('cannot %s', async (_what, statement) => {
    await expect(dbOf(HOME).query(statement.replaceAll('%run', run))).rejects.toThrow(/permission denied/);
  });

  it('cannot un-finish a run, nor write a score anew', async () => {
    await asOwner(`update runs set finished_at = now() where id = '${run}'`);
    await expect(
      transaction(
        people.owner,
        (tx) => tx.query(`update runs set finished_at = null where id = $1`, [run]),
        'read committed',
      ),
    ).rejects.toThrow('stays as it is');
    await asOwner(
      `insert into rehearsals (id, branch, person, procedure_id, revision, level, setup, score, points, finished_at) values ('${run}', 1, 'trainee', 'kite-rear-door', 1, 'alone', '{}', '{}', 40, now())`,
    );
    await expect(dbOf(HOME).query(`update rehearsals set points = 100`)).rejects.toThrow('stays as it is');
  });
});

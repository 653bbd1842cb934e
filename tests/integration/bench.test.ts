import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { asOwner } from '../support/database';
import { sharedKiteShop } from '../support/kite-shop';
import { demoProcedure } from '../support/demo';
import {
  approveDraft,
  benchResultsOf,
  bringIn,
  jobsAtTheBench,
  keepBenchResult,
  mountsKnown,
  proposalsOf,
} from '@/services';
import { HOME, dbOf } from '@/data';

const db = dbOf(HOME);

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

const result = () => ({
  id: randomUUID(),
  tool: 'Depth and spacer',
  given: { toGlass: '62' },
  said: 'Take 6 mm.',
  standing: 'sure' as const,
});

describe('the bench', () => {
  it('knows what was measured on published doors', async () => {
    const before = await mountsKnown(HOME);
    expect(before.map(({ procedure }) => procedure)).toEqual(['kite-rear-door']);
    await bringIn(people.lead, JSON.stringify(demoProcedure('carry-front-door-right')));
    expect(await mountsKnown(HOME)).toEqual(before);
    await approveDraft(people.lead, 'carry-front-door-right', 1, 'first');
    expect(await mountsKnown(HOME)).toMatchObject([
      {},
      { procedure: 'carry-front-door-right', side: 'right', of: 'door speaker', mount: { toGlass: 62, bore: 142 } },
    ]);
  });

  it('keeps a result on its job once, the latest first, and never changes it', async () => {
    expect((await jobsAtTheBench(HOME)).map(({ number }) => number)).toContain(job);
    const one = result();
    await keepBenchResult(people.trainee, job, one);
    await keepBenchResult(people.trainee, job, one);
    await keepBenchResult(people.technician, job, { ...result(), standing: 'exact', why: 'measured twice' });
    expect((await benchResultsOf(HOME, job)).map(({ standing, why, by }) => [standing, why, by])).toEqual([
      ['exact', 'measured twice', 'technician'],
      ['sure', null, 'trainee'],
    ]);
    await expect(db.query(`update bench_results set said = 'x'`)).rejects.toThrow(/permission denied/);
    await expect(asOwner('delete from bench_results')).rejects.toThrow('append-only');
  });

  it('tells a procedure what was measured, its mirrored twin’s too', async () => {
    const about = 'kite-rear-door@right/woofer';
    await keepBenchResult(people.technician, job, { ...result(), about });
    const { proposals } = await proposalsOf(HOME, 'kite-rear-door');
    expect(proposals).toMatchObject([
      { item: 'woofer', text: 'Depth and spacer: Take 6 mm.', findings: [{ person: 'technician', job }] },
    ]);
    expect((await proposalsOf(HOME, 'carry-front-door-right')).proposals).toEqual([]);
  });

  it('keeps nothing on a job that is not there', async () => {
    await expect(keepBenchResult(people.technician, 999_999, result())).rejects.toMatchObject({ kind: 'not-found' });
  });
});

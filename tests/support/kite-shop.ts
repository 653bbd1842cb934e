import { afterAll, beforeAll } from 'vitest';
import type { Actor } from '@/data';
import { freshDatabase } from './database';
import { demoProcedure } from './demo';
import { makeShop } from './shop';
import { approveDraft, bringIn, openJob } from '@/services';

/** What a run on the Kite's rear door asks for. */
export const REAR_SPEAKER = {
  procedures: ['kite-rear-door'],
  goals: ['woofer'],
  options: { windows: 'power' },
  newParts: ['Intercom speaker'],
};

/** A job on a Kite, as the desk opens it. */
export const kiteJob = (title: string, customer = '') => ({
  title,
  customer,
  label: '',
  make: 'Velden',
  model: 'Kite',
  year: 2017,
  body: '',
  steering: 'any' as const,
});

/** A fresh database with a shop that has the Kite's rear door approved and one job open. Call `drop` when done. */
export async function kiteShop() {
  const drop = await freshDatabase();
  const people = await makeShop();
  await bringIn(people.lead, JSON.stringify(demoProcedure('kite-rear-door')));
  await approveDraft(people.lead, 'kite-rear-door', 1, 'first');
  return { drop, people, job: await openJob(people.technician, kiteJob('Rear speakers')) };
}

/** The same for all tests of a file: made before them, dropped after. What is returned is filled in by then. */
export function sharedKiteShop() {
  const people = {} as Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
  const shop = { job: 0 };
  let drop: () => Promise<void>;
  beforeAll(async () => {
    const made = await kiteShop();
    drop = made.drop;
    Object.assign(people, made.people);
    shop.job = made.job;
  });
  afterAll(() => drop());
  return { people, shop };
}

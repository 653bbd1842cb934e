import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { foldRun, graphOf, viewRun, waitNeeded, type RunEvent, type RunFact } from '../../src/core/bay';
import { answersEachLine } from '../../src/core/planning';
import {
  dbOf,
  doorDb,
  getPool,
  getShop,
  HOME,
  insertPerson,
  insertShop,
  listBranches,
  transaction,
  updateShopSettings,
} from '../../src/data';
import {
  approveDraft,
  bringIn,
  hashSecret,
  importSpeakers,
  openJob,
  openRun,
  openRunScreen,
  receiveEvents,
} from '../../src/services';
import { migrate } from '../support/migrate';
import { PlainFailure, ROOT, say } from '../support/project';
import { actorOf } from './actor';
import { DEMO_PEOPLE, DEMO_SHOP } from './demo-people';
import { loadDay } from './demo-day';
import { loadRehearsals } from './demo-rehearse';
import { loadStores } from './demo-stores';
import { loadVisits } from './demo-visits';

/**
 * Loads the demo shop into an empty database. A database that has a shop is left as it is; with `reset` it is emptied first, but only where that shop is the demo's own. A demo
 * that was not loaded to its end is loaded anew. `owner`: the owner's address, which may empty it. Throws PlainFailure where a demo breaks off, or lies there half and cannot be mended.
 */
export async function loadDemo(databaseUrl: string, owner: string | null = null, reset = false): Promise<void> {
  process.env.DATABASE_URL = databaseUrl;
  try {
    const [branch] = await listBranches(doorDb);
    const shop = branch && (await getShop(dbOf(branch.id), branch.id));
    const isHalf = shop?.settings[LOADING] === true;
    if (shop && !reset && !isHalf) return;
    if (shop && shop.settings.demo !== true)
      throw new PlainFailure('This database holds a real shop: --reset-demo would destroy it, so nothing was done.');
    if (shop && !owner)
      throw new PlainFailure(
        'The demo shop was not loaded to its end. Give the owner of the tables in PEZZO_OWNER_URL and start again: it is loaded anew.',
      );
    if (shop) await empty(databaseUrl, owner!);
    say(isHalf ? 'The demo shop was not loaded to its end last time: it is loaded anew…' : 'Loading the demo shop…');
    await fill().catch((error: Error) => {
      throw new PlainFailure(
        `The demo shop could not be loaded to its end: ${error.message}\nStart again: it is loaded anew.`,
      );
    });
  } finally {
    await getPool().end();
    delete (globalThis as { pezzoPool?: pg.Pool }).pezzoPool;
  }
}

/** Stands in the shop's settings while the demo is being loaded. */
const LOADING = 'demoLoading';

/** Emptying is the owner's: the app's role owns nothing that it could drop. */
async function empty(databaseUrl: string, ownerUrl: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('drop schema public cascade');
    await client.query('create schema public');
  } finally {
    await client.end();
  }
  await migrate(ownerUrl, ownerUrl === databaseUrl ? undefined : decodeURIComponent(new URL(databaseUrl).username));
}

async function fill(): Promise<void> {
  const hashed = await Promise.all(
    DEMO_PEOPLE.map(async (person) => ({
      ...person,
      pinHash: await hashSecret(person.pin),
      passwordHash: person.password ? await hashSecret(person.password) : null,
    })),
  );
  await transaction(HOME, async (tx) => {
    await insertShop(tx, DEMO_SHOP);
    await updateShopSettings(tx, HOME, { demo: true, labourPerHourCents: 72_00, currency: '€', [LOADING]: true });
    for (const person of hashed) await insertPerson(tx, { ...person, branch: HOME });
  });
  const lead = await actorOf('tomas-varga');
  const folder = join(ROOT, 'demo/procedures');
  for (const file of readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .sort()) {
    const { id } = await bringIn(lead, readFileSync(join(folder, file), 'utf8'));
    await approveDraft(lead, id, 1, 'First recording, checked on the vehicle');
  }
  await importSpeakers(lead, readFileSync(join(ROOT, 'demo/speakers.csv'), 'utf8'));
  await loadJobs();
  const { settings } = await getShop(dbOf(HOME), HOME);
  const { [LOADING]: _loading, ...whole } = settings;
  await transaction(HOME, (tx) => updateShopSettings(tx, HOME, whole));
}

const KITE = { make: 'Velden', model: 'Kite', year: 2017, body: 'hatch-5', steering: 'left' as const };
const INTERCOM = { title: 'Intercom speakers, rear doors', customer: 'Tideway Driving School' };

async function loadJobs(): Promise<void> {
  const lead = await actorOf('tomas-varga');
  const done = await openJob(lead, { ...INTERCOM, ...KITE, label: 'school car 1' });
  const running = await openJob(lead, { ...INTERCOM, ...KITE, label: 'school car 2' });
  const waiting = await openJob(lead, {
    title: 'Front speakers after water in the door',
    customer: 'Mrs Aldane',
    make: 'Soria',
    model: 'Lumen',
    year: 2021,
    body: 'suv-5',
    steering: 'left',
    label: 'green',
  });
  const rear = {
    procedures: ['kite-rear-door'],
    goals: ['woofer'],
    options: { windows: 'power' },
    newParts: ['Fit the intercom speaker on its ring', 'Foam behind the cable', 'Speaker plays'],
  };
  const first = await openRun(lead, { job: done, ...rear });
  const second = await openRun(lead, { job: running, ...rear });
  await openRun(lead, {
    job: waiting,
    procedures: ['lumen-front-door'],
    goals: ['woofer'],
    options: { audio: 'amplified', puddle: 'fitted' },
    newParts: ['Rivet nuts set', 'New woofer on its adapter'],
  });
  await loadStores();
  await work(first, 'bea-nwosu', Infinity);
  await work(second, 'rui-castellane', 9);
  await loadVisits({ done, running, waiting });
  await loadDay({ done, running, waiting });
  await loadRehearsals();
}

/** Works a run for so many removal steps; with Infinity to the very end, breaking one clip on the way. */
async function work(runId: string, personId: string, removalSteps: number): Promise<void> {
  const person = await actorOf(personId);
  const { run } = await openRunScreen(HOME, runId);
  const graph = graphOf(run.plan);
  const events: RunEvent[] = [];
  let clock = Date.UTC(2026, 2, 2, 9);
  const add = (fact: RunFact, ms = 0) => {
    clock += ms * 1.2;
    events.push({
      id: uuid(),
      lamport: events.length + 1,
      device: 'demo-tablet',
      seq: events.length + 1,
      person: personId,
      at: new Date(clock).toISOString(),
      ...fact,
    } as RunEvent);
  };
  const now = () => viewRun(graph, run.plan, foldRun(events)).nextAction;
  add({ type: 'started' });
  for (let n = 0; n < removalSteps && now(); n += 1) {
    const { key, step } = now()!;
    add({ type: 'done', action: key, ...(key === 'wait' ? { elapsed: waitNeeded(run.plan) } : {}) }, step.ms);
    if (key === 'release:kite-rear-door/c1') add({ type: 'broken', item: 'kite-rear-door/c1', count: 1 });
  }
  if (removalSteps === Infinity) {
    add({ type: 'phase', to: 'fit' });
    for (const line of run.plan.newParts) add({ type: 'ticked', line, on: true });
    add({ type: 'phase', to: 'refit' });
    add({ type: 'renewed', item: 'kite-rear-door/c1', count: 1 });
    for (let step = now(); step; step = now()) {
      if ('checks' in step.step && answersEachLine(step.step.gate))
        for (const { id } of step.step.checks) add({ type: 'test', gate: step.key, check: id, result: 'pass' });
      add(
        'gate' in step.step && step.step.gate
          ? { type: 'gatePassed', gate: step.key }
          : { type: 'done', action: step.key },
        Math.max(step.step.ms, 4000),
      );
    }
    add({ type: 'finished' });
  }
  await receiveEvents(person, runId, events, 0);
}

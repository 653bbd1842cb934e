import { DEFAULT_SCHOOLS } from '@/core/document';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoProcedure } from '../support/demo';
import { freshDatabase } from '../support/database';
import { makeShop } from '../support/shop';
import { settingsSchema } from '@/contracts/schemas';
import { BASE_CATALOGUE } from '@/core/trade';
import { shopExperience } from '@/services/history';
import { foldRun, graphOf, viewRun, type RunEvent, type RunFact } from '@/core/bay';
import {
  approveDraft,
  bringIn,
  changeJobSchools,
  changeJobSets,
  changeKit,
  changeSettings,
  deriveForJob,
  nameTrainedPerson,
  openJob,
  openRun,
  openRunScreen,
  planView,
  proceduresFor,
  readKit,
  readShop,
  receiveEvents,
  vehicleQuestions,
  viewProcedure,
} from '@/services';
import { HOME, dbOf, type Actor } from '@/data';

const db = dbOf(HOME);

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
const IDS = ['kite-rear-door', 'kite-front-door', 'calder-rear-seat', 'calder-quarter-trim', 'lumen-front-door'];
const KITE = {
  title: 'Rear speakers',
  customer: '',
  label: '',
  make: 'Velden',
  model: 'Kite',
  year: 2017 as number | null,
  body: 'hatch-5',
  steering: 'left' as const,
};
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
  for (const id of IDS) {
    await bringIn(people.lead, JSON.stringify(demoProcedure(id)));
    await approveDraft(people.lead, id, 1, 'first');
  }
});
afterAll(() => drop());

const settings = (change: object) => {
  const { value, error } = settingsSchema.validate({
    schools: DEFAULT_SCHOOLS,
    srsWaits: [],
    srsWaitSeconds: null,
    srsWaitSource: '',
    ...change,
  });
  if (error) throw error;
  return value!;
};
let lamport = 0;
const event = (fact: RunFact, at = new Date()): RunEvent => {
  lamport += 1;
  return { id: randomUUID(), lamport, device: 'a', seq: lamport, person: 'technician', at: at.toISOString(), ...fact };
};

describe('what a plan is made from', () => {
  it('comes with the shop’s prices, the person’s kit and the vehicle’s other procedures', async () => {
    await changeSettings(
      people.owner,
      settings({ costs: { toolChangeSeconds: 11 }, labourPerHourCents: 6000, currency: '€', trayBins: 8 }),
    );
    await changeKit(people.technician, ['T20', 'hex 7 mm']);
    const job = await openJob(people.technician, KITE);
    const view = await planView(people.technician, { procedures: ['kite-rear-door'], job });
    expect(view.policy).toMatchObject({ trayBins: 8, costs: { toolChangeMs: 11_000, bareHandMs: 2000 } });
    expect(view.kit).toEqual(['T20', 'hex 7 mm']);
    expect(view.labour).toEqual({ perHourCents: 6000, currency: '€' });
    expect(view.options).toEqual({ windows: ['power', 'crank'] });
    expect(view.others.map((row) => row.id).sort()).toEqual([
      'kite-front-door',
      'kite-front-door@right',
      'kite-rear-door@right',
    ]);
    expect(view.verification).toEqual({ 'kite-rear-door': { verified: true, differs: [], unknown: [] } });
  });

  it('knows of the vehicle what was said when the job was opened, as far as these procedures ask for it', async () => {
    const asked = await vehicleQuestions(people.technician, { make: 'velden', model: 'KITE' });
    expect(asked.bodies).toContain('hatch-5');
    expect(asked.options.windows).toEqual(['power', 'crank']);
    const options = { windows: 'crank', roof: 'none', audio: 'no such' };
    const job = await openJob(people.technician, { ...KITE, options });
    const view = await planView(people.technician, { procedures: ['kite-rear-door'], job });
    expect(view.known).toEqual({ windows: 'crank' });
  });

  it('plans nothing on a high-voltage vehicle before a lead has named the trained person', async () => {
    const job = await openJob(people.technician, { ...KITE, highVoltage: true });
    const plan = () => planView(people.technician, { procedures: ['kite-rear-door'], job });
    await expect(plan()).rejects.toMatchObject({ code: 'high-voltage' });
    await expect(nameTrainedPerson(people.technician, job, 'technician')).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(nameTrainedPerson(people.lead, job, 'nobody-here')).rejects.toMatchObject({ kind: 'not-found' });
    await nameTrainedPerson(people.lead, job, 'technician');
    expect((await plan()).documents).toHaveLength(1);
  });

  it('mirrors a door for the other side, and says that this is not verified', async () => {
    const job = await openJob(people.technician, KITE);
    const view = await planView(people.technician, { procedures: ['kite-rear-door', 'kite-rear-door@right'], job });
    expect(view.documents.map((document) => [document.id, document.side])).toEqual([
      ['kite-rear-door', 'left'],
      ['kite-rear-door@right', 'right'],
    ]);
    expect(view.revisions).toEqual([['kite-rear-door', 1]]);
    expect(view.verification!['kite-rear-door@right']).toMatchObject({
      verified: false,
      differs: [expect.stringContaining('mirrored')],
    });
  });

  it('says of a vehicle outside the range what differs', async () => {
    const job = await openJob(people.technician, { ...KITE, year: 2012 });
    const view = await planView(people.technician, { procedures: ['kite-rear-door'], job });
    expect(view.verification!['kite-rear-door']).toEqual({
      verified: false,
      differs: ['2 model years outside Velden Kite 2014–2019'],
      unknown: [],
    });
    await expect(planView(people.technician, { procedures: ['no-such'], job })).rejects.toMatchObject({
      kind: 'not-found',
    });
    await expect(planView(people.technician, { procedures: ['kite-rear-door'], job: 999_999 })).rejects.toMatchObject({
      kind: 'not-found',
    });
  });
});

describe('a run', () => {
  it('fixes order, tray, prices and what is not verified when it is opened, over both sides at once', async () => {
    const job = await openJob(people.technician, KITE);
    const id = await openRun(people.technician, {
      job,
      procedures: ['kite-rear-door', 'kite-rear-door@right'],
      goals: ['kite-rear-door/woofer', 'kite-rear-door@right/woofer'],
      options: { windows: 'power' },
      newParts: [],
      order: 'recorded',
      trayBins: 6,
    });
    const { run } = await openRunScreen(HOME, id);
    expect(run.title).toBe('Velden Kite, rear door, left + Velden Kite, rear door, right');
    expect(run.plan.unverified!.map((one) => one.procedure)).toEqual(['kite-rear-door@right']);
    expect(Math.max(...Object.values(run.plan.bins))).toBeLessThanOrEqual(6);
    expect(run.plan.standardSeconds).toBeGreaterThan(0);
    const { rows } = await db.query('select procedure_id, revision from run_procedures where run_id = $1', [id]);
    expect(rows).toEqual([{ procedure_id: 'kite-rear-door', revision: 1 }]);
  });

  it('teaches breakage and pace when it is finished', async () => {
    const before = await planView(people.technician, { procedures: ['kite-rear-door'], job: null });
    expect(before.policy.history).toMatchObject({ pace: { safe: null } });
    const job = await openJob(people.technician, KITE);
    const id = await openRun(people.technician, {
      job,
      procedures: ['kite-rear-door'],
      goals: ['woofer'],
      options: { windows: 'power' },
      newParts: [],
    });
    const { run } = await openRunScreen(HOME, id);
    const graph = graphOf(run.plan);
    let clock = Date.UTC(2026, 2, 2, 9);
    const events: RunEvent[] = [];
    const add = (fact: RunFact, ms = 0) => events.push(event(fact, new Date((clock += ms))));
    const now = () => viewRun(graph, run.plan, foldRun(events)).nextAction;
    add({ type: 'started' });
    for (let step = now(); step; step = now()) {
      add({ type: 'done', action: step.key }, step.step.ms * 3);
      if (step.key.endsWith('/c1')) add({ type: 'broken', item: 'kite-rear-door/c1', count: 4 });
    }
    add({ type: 'phase', to: 'refit' });
    add({ type: 'renewed', item: 'kite-rear-door/c1', count: 4 });
    for (let step = now(); step; step = now())
      add(
        'gate' in step.step && step.step.gate
          ? { type: 'gatePassed', gate: step.key }
          : { type: 'done', action: step.key },
        step.step.ms * 3,
      );
    add({ type: 'finished' });
    await receiveEvents(people.technician, id, events, 0);
    const { policy } = await planView(people.technician, { procedures: ['kite-rear-door'], job: null });
    // Nine of the card and two of the corner trim.
    const { lessons } = await shopExperience(HOME);
    expect(lessons).toMatchObject([{ person: 'technician', leftOut: null }]);
    expect(lessons[0].breaks.find(({ kind }) => kind === 'push-clip')).toMatchObject({ out: 11, broken: 4 });
    const mean = ({ a, b }: { a: number; b: number }) => a / (a + b);
    const prior = BASE_CATALOGUE.fasteners.get('push-clip')!.breakPrior;
    const { kinds, procedures } = policy.history!;
    expect(mean(kinds['push-clip'])).toBeGreaterThan(mean(prior));
    expect(mean(procedures['kite-rear-door/push-clip'])).toBeGreaterThan(mean(kinds['push-clip']));
    expect(policy.history!.pace.likely).toBeGreaterThan(1);
  });
});

describe('relatives', () => {
  it('are ranked with what differs, exact ones first', async () => {
    const found = await proceduresFor(HOME, { make: 'Velden', model: 'Kite', year: 2021, body: 'hatch-5' });
    expect(found.map((one) => [one.row.id, one.verified])).toEqual([
      ['kite-front-door', false],
      ['kite-rear-door', false],
    ]);
    expect(found[0].differs[0]).toContain('2 model years outside');
    expect(await proceduresFor(HOME, { make: 'Nobody', model: 'Nothing' })).toEqual([]);
  });

  it('start a recording for the vehicle at hand, with an id of its own', async () => {
    const job = await openJob(people.technician, { ...KITE, year: 2012 });
    const id = await deriveForJob(people.technician, 'kite-rear-door', job);
    const view = await viewProcedure(HOME, id);
    expect(id).not.toBe('kite-rear-door');
    expect(view.current).toBeNull();
    expect(view.document.applies).toEqual([
      { make: 'Velden', model: 'Kite', from: 2012, to: 2012, body: 'hatch-5', steering: 'left' },
    ]);
    expect(view.document.parts).toEqual(demoProcedure('kite-rear-door').parts);
    await expect(deriveForJob(people.trainee, 'kite-rear-door', job)).rejects.toMatchObject({ kind: 'forbidden' });
  });
});

describe('settings and kits', () => {
  it('keep what was set, give defaults for the rest, and hide what is no setting', async () => {
    await db.query(`update shop set settings = settings || '{"demo": true}'`);
    await changeSettings(
      people.owner,
      settings({ ownKinds: [{ code: 'velvet-clip', like: 'push-clip', name: 'velvet clip', plural: 'velvet clips' }] }),
    );
    const shop = await readShop(HOME);
    expect(shop.settings.ownKinds).toHaveLength(1);
    expect(shop.settings).not.toHaveProperty('demo');
    expect(settingsSchema.validate(shop.settings).error).toBeUndefined();
    const { rows } = await db.query<{ demo: boolean }>(`select settings -> 'demo' as demo from shop`);
    expect(rows[0].demo).toBe(true);
  });

  it('are each person’s and the owner’s own', async () => {
    await changeKit(people.lead, ['T25']);
    expect(await readKit(people.lead)).toEqual(['T25']);
    expect(await readKit(people.trainee)).toEqual([]);
    await expect(changeSettings(people.lead, settings({}))).rejects.toMatchObject({ kind: 'forbidden' });
  });

  it('refuse what makes no sense', () => {
    for (const bad of [
      { trayBins: 7 },
      { spareLevel: 1.2 },
      { costs: { zoneMoveSeconds: 60, sideMoveSeconds: 5 } },
      { srsWaitSeconds: 60 },
      { ownKinds: [{ code: 'A b', like: 'push-clip', name: 'x', plural: 'x' }] },
      { ownKinds: [{ code: 'ab', like: 'unheard', name: 'x', plural: 'x' }] },
    ]) {
      expect(() => settings(bad), JSON.stringify(bad)).toThrow();
    }
  });
});

describe('the schema is the last line of defence', () => {
  it.each([
    [`insert into people (id, name, role, pin_hash, branch) values ('x', 'X', 'boss', '', 1)`, 'out-of-range'],
    [`insert into people (id, name, role, pin_hash, branch) values ('Not An Id', 'X', 'lead', '', 1)`, 'out-of-range'],
    [
      `insert into people (id, name, role, pin_hash, branch) values ('owner', 'Another', 'lead', '', 1)`,
      'already-there',
    ],
    [`insert into vehicles (make, model, year) values ('a', 'b', 1500)`, 'out-of-range'],
    [
      `insert into jobs (title, vehicle_id, created_by, branch) values ('x', gen_random_uuid(), 'owner', 1)`,
      'refers-to-nothing',
    ],
    [
      `insert into procedures (id, title, zone, side, search_text, created_by, branch) values ('p', 'p', 'z', 'above', '', 'owner', 1)`,
      'out-of-range',
    ],
    [
      `insert into procedure_revisions (procedure_id, revision, document, note, made_by, approved_by) values ('kite-rear-door', 0, '{}', '', 'owner', 'owner')`,
      'out-of-range',
    ],
  ])('%s', async (statement, code) => {
    await expect(db.query(statement)).rejects.toMatchObject({ code });
  });
});

describe('what is tried as one on a job', () => {
  it('is kept with the job by the run it was asked for, planned with next time, and taken off again; ways of working are kept beside it', async () => {
    const job = await openJob(people.technician, KITE);
    const procedures = ['kite-rear-door', 'kite-front-door'];
    const sets = ['kite-rear-door/woofer,kite-front-door/tweeter'];
    const run = await openRun(people.technician, {
      job,
      procedures,
      goals: ['kite-rear-door/woofer', 'kite-front-door/tweeter'],
      options: { windows: 'power' },
      newParts: [],
      sets,
    });
    const { plan } = (await openRunScreen(HOME, run)).run;
    expect(plan.sets).toEqual([{ id: 'set-1', members: ['kite-rear-door/woofer', 'kite-front-door/tweeter'] }]);
    expect((await planView(people.technician, { procedures, job })).sets).toEqual(sets);
    await changeJobSchools(people.lead, job, [{ of: 'battery', choice: 'always', why: 'asked for' }]);
    await changeJobSets(people.technician, job, []);
    const view = await planView(people.technician, { procedures, job });
    expect([view.sets, view.policy.jobSchools?.length]).toEqual([[], 1]);
  });
});

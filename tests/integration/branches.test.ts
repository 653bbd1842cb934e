import pg from 'pg';
import { beforeAll, describe, expect, it } from 'vitest';
import { adminUrlOf, asOwner } from '../support/database';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { tablet } from '../support/sender';
import {
  addBranch,
  changeCustomer,
  changePerson,
  changeSettings,
  everybody,
  formerJobs,
  jobBoard,
  keepShopTool,
  keepStoreKit,
  listSignInPeople,
  moveJob,
  moveStock,
  openJob,
  openRun,
  openRunScreen,
  openVisit,
  planView,
  proceduresFor,
  readReport,
  readShop,
  searchEverything,
  searchLibrary,
  sendQuote,
  shareProcedure,
  viewBranches,
  viewCustomers,
  viewDay,
  viewJob,
  viewShopTools,
  viewStoreKits,
  viewStores,
} from '@/services';
import { dbOf, getPerson, HOME, type Actor } from '@/data';

const { people, shop } = sharedKiteShop();
let job: number;
/** The owner of the second branch. */
let other: Actor;
beforeAll(async () => {
  job = shop.job;
  const branch = await addBranch(people.owner, {
    name: 'Harbour branch',
    owner: 'Ada Brine',
    pin: '8341',
    password: 'a long password',
  });
  other = { ...(await getPerson(dbOf(branch), 'ada-brine')), byPassword: true };
  expect(other).toMatchObject({ branch, role: 'owner' });
});

describe('a second branch', () => {
  it('has people of its own; names are the chain’s', async () => {
    expect((await everybody(other.branch)).map(({ id }) => id)).toEqual(['ada-brine']);
    expect((await everybody(HOME)).map(({ id }) => id)).not.toContain('ada-brine');
    const form = { name: 'y', owner: 'The Owner', pin: '8341', password: 'a long password' };
    await expect(addBranch(people.owner, { ...form, name: 'harbour BRANCH' })).rejects.toMatchObject({
      code: 'branch-there',
    });
    await expect(addBranch(people.lead, form)).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(changePerson(other, 'technician', { active: false })).rejects.toMatchObject({ kind: 'not-found' });
    expect((await viewBranches(other)).map(({ name, isOurs }) => [name, isOurs])).toEqual([
      ['Test shop', false],
      ['Harbour branch', true],
    ]);
    const at = { ...tablet('00000000-0000-4000-8000-000000000001') };
    at.device = { ...at.device!, branch: other.branch };
    expect((await listSignInPeople(at)).map(({ id }) => id)).toEqual(['ada-brine']);
  });

  it('has settings of its own, begun with those of the first', async () => {
    const { settings } = await readShop(other.branch);
    expect(settings).toEqual((await readShop(HOME)).settings);
    await changeSettings(other, { ...settings, labourPerHourCents: 9900, bays: ['Slip'] });
    expect((await readShop(other.branch)).settings).toMatchObject({ labourPerHourCents: 9900, bays: ['Slip'] });
    expect((await readShop(HOME)).settings.labourPerHourCents).toBeNull();
  });

  it('has jobs of its own: nobody finds, opens, quotes, plans or changes another’s', async () => {
    const theirs = await openJob(other, { ...kiteJob('Theirs', 'Quayside Boats'), label: 'QB 1' });
    expect((await jobBoard(other.branch)).map((one) => one.job.number)).toEqual([theirs]);
    expect((await jobBoard(HOME)).map((one) => one.job.number)).not.toContain(theirs);
    expect(await formerJobs(people.lead, 'quayside')).toEqual([]);
    expect(await formerJobs(other, 'quayside')).toHaveLength(1);
    expect((await searchEverything(people.lead, 'quayside')).filter(({ kind }) => kind !== 'procedure')).toEqual([]);
    expect((await viewCustomers(other)).map((one) => one.jobNumber)).toEqual([theirs]);
    const run = await openRun(other, { job: theirs, ...REAR_SPEAKER });
    const customer = { customer: '', phone: '', label: '', consent: null, keepMonths: null };
    for (const work of [
      () => viewJob(HOME, theirs),
      () => openVisit(HOME, theirs),
      () => openRunScreen(HOME, run),
      () => readReport(HOME, theirs),
      () => planView(people.lead, { procedures: ['kite-rear-door'], job: theirs }),
      () => openRun(people.lead, { job: theirs, ...REAR_SPEAKER }),
      () => changeCustomer(people.lead, theirs, customer),
      () => moveJob(people.lead, theirs, { person: null, bay: null, startsAt: '2026-11-27T10:00', version: 0 }),
      () => sendQuote(people.lead, theirs, { id: run, lines: [], words: '', promises: false }),
      () => viewJob(other.branch, job),
    ])
      await expect(work()).rejects.toMatchObject({ kind: expect.stringMatching(/^(not-found|invalid)$/) });
  });

  it('has a day, stores, tools and kits of its own', async () => {
    await moveStock(people.lead, { kind: 'push-clip', change: 5, reason: '' });
    await moveStock(other, { kind: 'push-clip', change: 40, reason: '' });
    const clips = async (branch: number) => (await viewStores(branch)).stock.find(({ kind }) => kind === 'push-clip')!;
    expect([(await clips(HOME)).count, (await clips(other.branch)).count]).toEqual([5, 40]);
    // What their run will need is reserved in their stores alone.
    expect((await clips(HOME)).reserved).toBe(0);
    expect((await clips(other.branch)).reserved).toBeGreaterThan(0);
    await expect(moveStock(people.lead, { kind: 'push-clip', change: -6, reason: '' })).rejects.toMatchObject({
      code: 'not-so-many',
    });
    const tool = {
      id: '00000000-0000-4000-8000-00000000000a',
      tool: 'drill',
      label: 'Drill 1',
      dueWhat: null,
      dueOn: null,
      note: '',
    };
    await keepShopTool(people.lead, tool);
    await keepShopTool(other, { ...tool, id: '00000000-0000-4000-8000-00000000000b' });
    await expect(keepShopTool(other, { ...tool, label: 'Taken over' })).rejects.toMatchObject({ kind: 'not-found' });
    expect((await viewShopTools(people.lead)).map(({ label }) => label)).toEqual(['Drill 1']);
    const kit = { id: tool.id, name: 'Kit', make: '', model: '', lines: [{ kind: 'push-clip', count: 1 }] };
    await keepStoreKit(other, kit);
    expect(await viewStoreKits(people.lead, null)).toEqual([]);
    const day = await viewDay(other, null);
    expect([day.bays, day.people.map(({ id }) => id), day.jobs.length]).toEqual([['Slip'], [], 1]);
    expect((await viewDay(people.lead, null)).jobs.map(({ number }) => number)).toEqual([job]);
  });

  it('shares one library: what a branch keeps to itself the others do not see', async () => {
    const ids = async (branch: number) => (await searchLibrary(branch, 'kite rear')).map(({ id }) => id);
    expect(await ids(other.branch)).toEqual(['kite-rear-door']);
    await shareProcedure(people.lead, 'kite-rear-door', false);
    expect([await ids(HOME), await ids(other.branch)]).toEqual([['kite-rear-door'], []]);
    expect(await proceduresFor(other.branch, { make: 'Velden', model: 'Kite', year: 2017 })).toEqual([]);
    await expect(shareProcedure(other, 'kite-rear-door', true)).rejects.toMatchObject({ kind: 'not-found' });
    await expect(shareProcedure(people.technician, 'kite-rear-door', true)).rejects.toMatchObject({
      kind: 'forbidden',
    });
    await shareProcedure(people.lead, 'kite-rear-door', true);
  });
});

describe('a branch deleted by hand', () => {
  it('is kept by the database while anything is its own', async () => {
    await expect(asOwner(`delete from shop where id = ${other.branch}`)).rejects.toThrow(/foreign key/);
    expect((await viewBranches(other)).length).toBe(2);
  });

  it('and forced out all the same is told its people in words; the others work on', async () => {
    const database = new URL(process.env.DATABASE_URL!).pathname.slice(1);
    const admin = new pg.Client({ connectionString: adminUrlOf(database) });
    await admin.connect();
    await admin.query(`set session_replication_role = replica`);
    await admin.query('delete from shop where id = $1', [other.branch]).finally(() => admin.end());
    for (const work of [
      () => readShop(other.branch),
      () => openJob(other, kiteJob('Nowhere')),
      () => viewDay(other, '2026-12-01'),
    ])
      await expect(work()).rejects.toMatchObject({ kind: expect.stringMatching(/^(not-found|invalid)$/) });
    expect((await everybody(HOME)).length).toBeGreaterThan(3);
    expect(await openJob(people.technician, kiteJob('Still here'))).toBeGreaterThan(0);
  });
});

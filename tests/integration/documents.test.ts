import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase } from '../support/database';
import { demoProcedure } from '../support/demo';
import { watchEventLoop } from '../support/event-loop';
import { hardProcedure } from '../support/hard-procedure';
import { kiteJob } from '../support/kite-shop';
import { makeShop } from '../support/shop';
import { procedureSchema, readProcedure } from '@/contracts/schemas';
import type { ProcedureDocument } from '@/core/document';
import {
  approveDraft,
  bringIn,
  discardDraft,
  openJob,
  openRun,
  readDraft,
  saveDraft,
  startProcedure,
  viewProcedure,
} from '@/services';
import { asPerson, doHeavy, TooHard } from '@/services/heavy';
import { HOME, dbOf, type Actor } from '@/data';

const db = dbOf(HOME);

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
});
afterAll(() => drop());

const kite = demoProcedure('kite-rear-door');
const many = (n: number, make: (at: number) => string) => Array.from({ length: n }, (_, at) => make(at));
const options = (names: number, values: number) =>
  Object.fromEntries(many(names, (at) => `option-${at}`).map((name) => [name, many(values, (at) => `value-${at}`)]));
const isKept = async (id: string) =>
  ((await db.query('select 1 from procedures where id = $1', [id])).rowCount ?? 0) > 0;
/** Thousands of parts, each carried on the one before: right in form, and more than the checker can get through in its time. */
const carried = (n: number): ProcedureDocument =>
  ({
    ...kite,
    id: 'carried',
    title: 'A tower of parts',
    options: {},
    fasteners: [],
    before: [],
    routes: [],
    recordedOrder: [],
    parts: many(n, (at) => `p${at}`).map((id, at) => ({ id, kind: 'cover', ...(at ? { on: `p${at - 1}` } : {}) })),
    links: many(n, (at) => `l${at}`).map((id, at) => ({ id, kind: 'connector', joins: [`p${at}`, 'body'] })),
  }) as unknown as ProcedureDocument;

describe('a document', () => {
  it.each<[string, Partial<ProcedureDocument>, string]>([
    ['200 options of 50 values', { options: options(200, 50) }, 'options'],
    ['24 options whose values make too many pairs', { options: options(24, 24) }, 'pairs'],
    ['30 values of one option', { options: options(1, 30) }, 'options'],
    ['400 routes', { routes: many(400, (at) => `r${at}`).map((of) => ({ of, anyOf: [['card']] })) }, 'routes'],
    [
      '60 ways of one route',
      { routes: [{ of: 'woofer', anyOf: many(60, (at) => `p${at}`).map((one) => [one]) }] },
      'routes',
    ],
    [
      'more references in its ways than any vehicle has',
      {
        routes: many(200, () => 'woofer').map((of) => ({
          of,
          anyOf: many(50, (at) => `w${at}`).map(() => many(10, (at) => `p${at}`)),
        })),
      },
      'routes',
    ],
  ])('with %s is refused by its form, naming the place, and not kept', async (_what, over, place) => {
    await expect(bringIn(people.lead, JSON.stringify({ ...kite, id: 'landmine', ...over }))).rejects.toMatchObject({
      kind: 'invalid',
      message: expect.stringContaining(place),
    });
    expect(await isKept('landmine')).toBe(false);
  });

  it('that is wrong in a million places costs no more than one that is wrong in fifty', async () => {
    const [unknown, empty] = [
      Object.fromEntries(many(400_000, (at) => `k${at}`).map((key) => [key, 1])),
      Array.from({ length: 10_000 }, () => ({})),
    ];
    expect(readProcedure({ ...kite, ...unknown })).toMatchObject({
      ok: false,
      remarks: [{ code: 'too-many-fields' }],
    });
    const read = readProcedure({ ...kite, parts: empty, fasteners: empty });
    expect(!read.ok && read.remarks.length).toBe(50);
    await expect(bringIn(people.lead, `[${'{},'.repeat(1_500_000)}{}]`)).rejects.toMatchObject({ kind: 'invalid' });
    await expect(bringIn(people.lead, '['.repeat(200_000))).rejects.toMatchObject({ kind: 'invalid' });
  });

  it('that is too hard to check is refused by name, and nothing of it is kept', async () => {
    await expect(bringIn(people.lead, JSON.stringify(carried(3000)))).rejects.toMatchObject({
      code: 'too-hard',
      message: expect.stringContaining('“A tower of parts”'),
    });
    expect(await isKept('carried')).toBe(false);
    const id = await startProcedure(people.lead, {
      make: 'Wicket',
      model: 'Carry',
      from: null,
      to: null,
      body: '',
      zone: 'front-door',
      side: 'left',
      width: 900,
      height: 600,
    });
    const { version, document } = await readDraft(people.lead, id);
    await expect(saveDraft(people.lead, id, version, JSON.stringify({ ...carried(3000), id }))).rejects.toMatchObject({
      code: 'too-hard',
    });
    expect((await readDraft(people.lead, id)).document).toEqual(document);
  });

  it('that was kept before there were bounds is shown with that finding, instead of ending the app', async () => {
    const old = { ...kite, id: 'old', options: options(200, 50) };
    await db.query(
      'insert into procedures (id, title, zone, side, search_text, created_by, branch) values ($1, $2, $3, $4, $5, $6, 1)',
      ['old', 'Old', kite.zone, kite.side, 'old', 'lead'],
    );
    await db.query(
      'insert into procedure_drafts (procedure_id, document, begun_by, edited_by) values ($1, $2, $3, $3)',
      ['old', old, 'lead'],
    );
    expect((await viewProcedure(HOME, 'old')).check.remarks[0]).toMatchObject({
      level: 'error',
      message: expect.stringContaining('options'),
    });
    await expect(approveDraft(people.lead, 'old', 1, 'x')).rejects.toMatchObject({ code: 'has-errors' });
  });

  it('with 200 routes of 50 ways and 800 screws is planned within its time, or refused by name', async () => {
    const { id } = await bringIn(people.lead, JSON.stringify(hardProcedure()));
    await approveDraft(people.lead, id, 1, 'first');
    const job = await openJob(people.technician, kiteJob('Hard'));
    const turns = watchEventLoop();
    await expect(
      openRun(people.technician, { job, procedures: [id], goals: ['goal'], options: {}, newParts: [] }),
    ).rejects.toMatchObject({ message: expect.stringContaining('“Hard on purpose”') });
    // It is thought about for seconds; meanwhile the others are answered.
    expect(turns()).toBeGreaterThan(20);
  });

  it('of the published bounds is what the schema says', () => {
    expect(procedureSchema.validate({ ...kite, options: options(20, 10) }).error).toBeUndefined();
  });
});

describe('a draft', () => {
  it('is made by the first save, not by looking', async () => {
    await bringIn(people.lead, JSON.stringify(kite));
    await approveDraft(people.lead, kite.id, 1, 'first');
    const look = await readDraft(people.technician, kite.id);
    expect([look.version, look.madeBy]).toEqual([0, null]);
    expect((await db.query('select 1 from procedure_drafts where procedure_id = $1', [kite.id])).rowCount).toBe(0);
    const saved = await saveDraft(people.technician, kite.id, 0, JSON.stringify({ ...kite, title: 'Changed' }));
    await expect(saveDraft(people.lead, kite.id, 0, JSON.stringify(kite))).rejects.toMatchObject({
      code: 'draft-moved-on',
    });
    expect(await readDraft(people.lead, kite.id)).toMatchObject({
      version: saved.version,
      madeBy: 'technician',
      document: { title: 'Changed' },
    });
  });

  it('is discarded only by whoever made it or a lead, and only as it was seen', async () => {
    const { version } = await readDraft(people.lead, kite.id);
    const other: Actor = { ...people.technician, id: 'somebody-else' };
    await expect(discardDraft(other, kite.id, version)).rejects.toMatchObject({ code: 'not-your-draft' });
    await expect(discardDraft({ ...people.lead, byPassword: false }, kite.id, version)).rejects.toMatchObject({
      code: 'not-your-draft',
    });
    await expect(discardDraft(people.lead, kite.id, version - 1)).rejects.toMatchObject({ code: 'draft-moved-on' });
    await discardDraft(people.technician, kite.id, version);
    await expect(discardDraft(people.technician, kite.id, version)).rejects.toMatchObject({ code: 'no-draft' });
    expect((await viewProcedure(HOME, kite.id)).document.title).toBe(kite.title);
  });
});

describe('a thread for heavy work', () => {
  const folder = mkdtempSync(join(tmpdir(), 'pezzo-workers-'));
  const keep = globalThis as { pezzoWorkshops?: object };
  const before = keep.pezzoWorkshops;
  beforeAll(() => {
    writeFileSync(
      join(folder, 'think.mjs'),
      `
      export const spin = () => { for (;;); };
      export const eat = () => { const all = []; for (;;) all.push(new Array(1000).fill(all.length)); };
      export const say = (words) => words;
      export const fail = () => { throw new Error('as it should'); };`,
    );
    process.env.PEZZO_WORKERS = folder;
    keep.pezzoWorkshops = {};
  });
  afterAll(() => {
    delete process.env.PEZZO_WORKERS;
    keep.pezzoWorkshops = before;
    rmSync(folder, { recursive: true, force: true });
  });

  it('is stopped when its time is over, or its memory, and the next piece of work finds another', async () => {
    await expect(doHeavy('think', 'spin', null, 200)).rejects.toBeInstanceOf(TooHard);
    await expect(doHeavy('think', 'eat', null, 30_000)).rejects.toBeInstanceOf(TooHard);
    await expect(doHeavy('think', 'fail', null, 1000)).rejects.toThrow('as it should');
    expect(await doHeavy('think', 'say', 'still here', 5000)).toBe('still here');
  });

  it('ends once nobody waits for it, under way or still in the queue', async () => {
    const stop = new AbortController();
    const works = Array.from({ length: 3 }, () => doHeavy('think', 'spin', null, 20_000, stop.signal));
    const ended = Promise.all(works.map((work) => work.catch((error: { code?: string }) => error.code)));
    setTimeout(() => stop.abort(), 100);
    expect(await ended).toEqual(['cancelled', 'cancelled', 'cancelled']);
    expect(await doHeavy('think', 'say', 'next', 5000)).toBe('next');
  });

  it('counts its time from when it begins, and refuses what would wait too long', async () => {
    let isOver = false;
    const slow = doHeavy('think', 'spin', null, 600).catch((error: unknown) => {
      isOver = true;
      return error;
    });
    const waiting = Array.from({ length: 60 }, (_, at) => doHeavy<number>('think', 'say', at, 500));
    await expect(doHeavy('think', 'say', 'one too many', 500)).rejects.toMatchObject({
      kind: 'unavailable',
      code: 'busy',
    });
    // Whoever else asks does not wait for any of it: one thread is left for the others.
    expect(await asPerson('somebody-else', () => doHeavy('think', 'say', 'mine', 5000))).toBe('mine');
    expect(isOver).toBe(false);
    expect(await Promise.all(waiting)).toEqual(Array.from({ length: 60 }, (_, at) => at));
    expect(await slow).toBeInstanceOf(TooHard);
  });
});

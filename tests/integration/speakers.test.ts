import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoProcedure } from '../support/demo';
import { sharedKiteShop } from '../support/kite-shop';
import {
  dropSpeaker,
  drawnTemplate,
  exportSpeakers,
  importSpeakers,
  jobBoard,
  keepSpeaker,
  openRun,
  openRunScreen,
  planView,
  shopSpeakers,
  skinOf,
  viewQuotes,
} from '@/services';
import { HOME } from '@/data';
import { type Fixing, fitText } from '@/core/bench';
import { makePlan } from '@/core/telling';

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

const DEMO = readFileSync('demo/speakers.csv', 'utf8');

describe('the shop’s speakers', () => {
  it('come in as CSV and go out as the same', async () => {
    expect(await importSpeakers(people.technician, DEMO)).toMatchObject({ kept: 40, badCount: 0 });
    const out = (await exportSpeakers(HOME)).toString('utf8');
    const before = await shopSpeakers(HOME);
    expect(await importSpeakers(people.technician, out)).toMatchObject({ kept: 40, badCount: 0 });
    expect(await shopSpeakers(HOME)).toEqual(before);
    await expect(importSpeakers(people.trainee, DEMO)).rejects.toMatchObject({ kind: 'forbidden' });
  });

  it('of 50 000 lines are read, bad ones named by their line, and the rest kept', async () => {
    const [head, first] = DEMO.split('\n');
    const bad = [first.replace('102', '2 m'), first.replace(',4,95,', ',0,95,'), 'only a name'];
    const lines = Array.from({ length: 50_000 }, (_, n) =>
      n < bad.length ? bad[n] : first.replace(/^[^,]+/, `Speaker ${n}`),
    );
    const read = await importSpeakers(people.technician, [head, ...lines].join('\n'));
    expect(read).toMatchObject({ kept: 49_997, badCount: 3 });
    expect(read.bad.map(({ line }) => line)).toEqual([2, 3, 4]);
    expect(read.bad[0].message).toContain('“basket_mm”');
    expect(read.bad[1].message).toContain('“screws”');
  }, 60_000);

  it('are kept one by one with sizes as they are typed, and dropped by name', async () => {
    const [one] = await shopSpeakers(HOME);
    await keepSpeaker(people.technician, { ...one, name: 'By hand', depth: 12 });
    expect((await shopSpeakers(HOME)).find(({ name }) => name === 'By hand')).toMatchObject({ depth: 12 });
    await dropSpeaker(people.technician, 'By hand');
    await expect(dropSpeaker(people.technician, 'By hand')).rejects.toMatchObject({ kind: 'not-found' });
  });

  it('refuses a list without the columns it needs', async () => {
    expect(await importSpeakers(people.technician, 'a,b\n1,2')).toMatchObject({ kept: 0, badCount: 1 });
  });
});

describe('a new speaker in a plan', () => {
  const fit = (speaker: string, of = 'woofer', fixing: Fixing | null = 'clips') =>
    fitText({
      procedure: 'kite-rear-door',
      of,
      speaker,
      joint: 'adapter',
      fixing,
      crossover: false,
      frame: false,
    });

  it('brings its steps, and a run follows them', async () => {
    const fits = [fit('Saltmarsh 165 A')];
    const form = {
      job,
      procedures: ['kite-rear-door'],
      goals: ['fit kite-rear-door/new-woofer'],
      options: { windows: 'power' },
    };
    const id = await openRun(people.technician, { ...form, newParts: ['Crossover', 'Crossover'], fits });
    const { run } = await openRunScreen(HOME, id);
    expect(run.plan.fit.map(({ actions }) => actions).flat()).toContain('work:kite-rear-door/new-woofer-nuts');
    expect(run.plan.backWork).toContain('work:kite-rear-door/new-woofer-screws');
    expect(run.plan.newParts).toEqual(['Crossover, 1 of 2', 'Crossover, 2 of 2']);
    // One time for one job: of the plan, of the run on the board, of the quote made of it.
    const view = await planView(people.technician, { procedures: form.procedures, job: null, fits });
    const made = makePlan({ documents: view.documents, goals: form.goals, options: form.options, policy: view.policy });
    if (!made.ok) throw new Error(made.problems[0].message);
    const standing = (await jobBoard(HOME)).flatMap(({ runs }) => runs).find((one) => one.id === id)!;
    expect(standing.likelySeconds).toBeCloseTo(made.plan.time.likelySeconds, 3);
    const { runs } = await viewQuotes(people.technician, job);
    expect(runs.find((one) => one.id === id)?.likelySeconds).toBe(Math.round(made.plan.time.likelySeconds));
    // The procedure itself has none of them.
    const { documents } = await planView(people.technician, { procedures: ['kite-rear-door'], job: null });
    expect(documents[0].work).toBeUndefined();
  });

  it('is asked how it is fixed, and goes to no bay before that is said', async () => {
    const fits = [fit('Saltmarsh 165 A', 'woofer', null)];
    const { questions } = await planView(people.technician, { procedures: ['kite-rear-door'], job: null, fits });
    expect(questions.map(({ of, choices: [best] }) => [of, best.way])).toEqual([['kite-rear-door/woofer', 'screws']]);
    const form = {
      job,
      procedures: ['kite-rear-door'],
      goals: ['fit kite-rear-door/new-woofer'],
      options: {},
      newParts: [],
      fits,
    };
    await expect(openRun(people.technician, form)).rejects.toMatchObject({ code: 'fixing-open' });
  });

  it('is refused where the list or the plan does not have it', async () => {
    const ask = (fits: string[]) => planView(people.technician, { procedures: ['kite-rear-door'], job: null, fits });
    await expect(ask([fit('nothing of ours')])).rejects.toMatchObject({ code: 'no-speaker' });
    await expect(ask([fit('Saltmarsh 165 A', 'roof')])).rejects.toMatchObject({ code: 'no-place' });
  });
});

describe('templates and skins', () => {
  it('are drawn from what the tool was given, and refused by its field', async () => {
    const given = {
      bore: '142',
      outside: 184,
      factory: { count: 3, circle: 161 },
      speaker: { count: 4, circle: 156, cutout: '5 1/2 in', basket: 165 },
      screw: 4,
    };
    const ask = (more: object, format: 'dxf' | 'svg' | 'pdf') =>
      drawnTemplate({
        tool: 'ring',
        given: { ...given, ...more },
        format,
        paper: 'a4',
        mirrored: false,
        title: 'Ring',
      });
    expect((await ask({}, 'pdf')).subarray(0, 5).toString()).toBe('%PDF-');
    // Half of 5 1/2 in is 69.85 mm, exactly.
    expect((await ask({}, 'svg')).toString()).toContain('r="69.85"');
    await expect(ask({ bore: 'wide' }, 'dxf')).rejects.toThrow('“bore”');
  });

  it('know the flat skin of a published door', async () => {
    const skin = await skinOf(HOME, 'kite-rear-door');
    expect(skin).toMatchObject({
      procedure: 'kite-rear-door',
      side: 'left',
      width: demoProcedure('kite-rear-door').map.width,
    });
    expect(skin.speaker).not.toBeNull();
    await expect(skinOf(HOME, 'nothing')).rejects.toMatchObject({ kind: 'not-found' });
  });
});

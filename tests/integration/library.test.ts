import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoProcedure } from '../support/demo';
import { freshDatabase } from '../support/database';
import { makeShop } from '../support/shop';
import {
  approveDraft,
  bringIn,
  compareRevisions,
  discardDraft,
  planView,
  proceduresFor,
  readDraft,
  saveDraft,
  searchLibrary,
  startProcedure,
  viewProcedure,
} from '@/services';
import { HOME, type Actor } from '@/data';

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
  for (const id of ['kite-rear-door', 'kite-front-door', 'lumen-front-door']) {
    await bringIn(people.lead, JSON.stringify(demoProcedure(id)));
    await approveDraft(people.lead, id, 1, 'first');
  }
});
afterAll(() => drop());

const NEW = {
  make: 'Wicket',
  model: 'Carry',
  from: 2011,
  to: 2018,
  body: '',
  zone: 'front-door',
  side: 'left' as const,
  width: 1100,
  height: 700,
};

describe('search', () => {
  const cases: [text: string, found: string[]][] = [
    ['2018 kite rear door', ['kite-rear-door']],
    ['rear door kite 2018', ['kite-rear-door']],
    ['KITE', ['kite-front-door', 'kite-rear-door']],
    ['2013 kite', []],
    ['estate', ['kite-rear-door']],
    ['lumen left', ['lumen-front-door']],
    ['lumen right', []],
    ['front door', ['kite-front-door', 'lumen-front-door']],
    ['velden 2016 fd', ['kite-front-door']],
    ['100%', []],
    ["kite'; drop table people", []],
  ];
  it.each(cases)('understands “%s”', async (text, found) => {
    expect((await searchLibrary(HOME, text)).map((row) => row.id).sort()).toEqual(found);
  });
});

it('names the years that are known, also where the range is open', async () => {
  const range = (from?: number, to?: number) => ({
    make: 'Brannock',
    model: 'Heron',
    ...(from ? { from } : {}),
    ...(to ? { to } : {}),
  });
  await bringIn(
    people.lead,
    JSON.stringify({ ...demoProcedure('kite-rear-door'), id: 'heron', title: 'Heron', applies: [range(2014)] }),
  );
  await bringIn(
    people.lead,
    JSON.stringify({
      ...demoProcedure('kite-rear-door'),
      id: 'heron-old',
      title: 'Heron, old',
      applies: [range(undefined, 2013)],
    }),
  );
  await bringIn(
    people.lead,
    JSON.stringify({ ...demoProcedure('kite-rear-door'), id: 'heron-any', title: 'Heron, any', applies: [range()] }),
  );
  expect((await searchLibrary(HOME, 'heron')).map(({ applies }) => applies).sort()).toEqual([
    'Brannock Heron',
    'Brannock Heron from 2014',
    'Brannock Heron to 2013',
  ]);
});

it('finds what was recorded for exactly a vehicle', async () => {
  const ids = async (vehicle: Parameters<typeof proceduresFor>[1]) =>
    (await proceduresFor(HOME, vehicle))
      .filter((one) => one.differs.length === 0)
      .map((one) => one.row.id)
      .sort();
  expect(await ids({ make: 'velden', model: 'Kite', year: 2016 })).toEqual(['kite-front-door', 'kite-rear-door']);
  expect(await ids({ make: 'Velden', model: 'Kite', year: 2016, body: 'estate' })).toEqual(['kite-front-door']);
  expect(await ids({ make: 'Velden', model: 'Kite', year: 2020 })).toEqual([]);
});

describe('drafts', () => {
  it('of a vehicle, zone and side that is recorded already are noticed, and made all the same where that is meant', async () => {
    const kite = {
      ...NEW,
      make: 'velden',
      model: 'Kite',
      from: 2016,
      to: 2017,
      zone: 'rear-door',
      side: 'left' as const,
    };
    await expect(startProcedure(people.technician, kite)).rejects.toMatchObject({
      kind: 'conflict',
      code: 'same-zone',
    });
    await expect(startProcedure(people.technician, { ...kite, from: 2024, to: 2025 })).resolves.toMatch(/kite/);
    const again = await readDraft(people.technician, await startProcedure(people.technician, { ...kite, again: true }));
    expect(again.document.title).toMatch(/recorded again$/);
  });

  it('saves over the version it started from, and tells the second of two editors', async () => {
    const id = await startProcedure(people.technician, NEW);
    const { document, version } = await readDraft(people.technician, id);
    const saved = await saveDraft(people.technician, id, version, JSON.stringify({ ...document, title: 'Mine' }));
    await expect(
      saveDraft(people.lead, id, version, JSON.stringify({ ...document, title: 'Theirs' })),
    ).rejects.toMatchObject({ kind: 'conflict', code: 'draft-moved-on' });
    const draft = await readDraft(people.lead, id);
    expect([draft.version, draft.document.title]).toEqual([saved.version, 'Mine']);
  });

  it('takes a save of the device whose last one got no answer, and nobody else’s', async () => {
    const id = await startProcedure(people.technician, { ...NEW, again: true });
    const { document, version } = await readDraft(people.technician, id);
    const named = (title: string) => JSON.stringify({ ...document, title });
    const [first, second] = ['01a0c1de-0000-4000-8000-000000000001', '01a0c1de-0000-4000-8000-000000000002'];
    await saveDraft(people.technician, id, version, named('Sent, not answered'), { id: first, unanswered: [] });
    const saved = await saveDraft(people.technician, id, version, named('Sent again'), {
      id: second,
      unanswered: [first],
    });
    expect((await readDraft(people.lead, id)).document.title).toBe('Sent again');
    await expect(
      saveDraft(people.lead, id, version, named('Theirs'), { id: null, unanswered: [first] }),
    ).rejects.toMatchObject({ code: 'draft-moved-on' });
    await saveDraft(people.lead, id, saved.version, named('Theirs, in turn'));
    await expect(
      saveDraft(people.technician, id, saved.version, named('Late'), { id: first, unanswered: [second] }),
    ).rejects.toMatchObject({ code: 'draft-moved-on' });
  });

  it('refuses bad form naming the place, and saves nothing of it', async () => {
    const { version, document } = await readDraft(people.lead, 'carry-front-door');
    const bad: [unknown, string][] = [
      [{ ...document, colour: 'red' }, 'colour'],
      [{ ...document, parts: [{ id: 'a' }] }, 'parts[0].kind'],
      [{ ...document, fasteners: [{ id: 's1', kind: 'screw', holds: 'x', count: -2 }] }, 'fasteners[0].count'],
      [{ ...document, map: { width: '9' } }, 'map.width'],
    ];
    for (const [value, place] of bad) {
      await expect(saveDraft(people.lead, document.id, version, JSON.stringify(value))).rejects.toMatchObject({
        kind: 'invalid',
        message: expect.stringContaining(place),
      });
    }
    expect((await readDraft(people.lead, document.id)).version).toBe(version);
  });

  it('is approved by a lead only, not with errors, not when it moved on; then it is in force', async () => {
    const { document, version } = await readDraft(people.technician, 'kite-front-door');
    await expect(approveDraft(people.technician, document.id, version, 'x')).rejects.toMatchObject({
      kind: 'forbidden',
    });
    const broken = await saveDraft(
      people.technician,
      document.id,
      version,
      JSON.stringify({
        ...document,
        parts: [...document.parts, { ...document.parts[0], behind: ['nothing-like-it'] }],
      }),
    );
    await expect(approveDraft(people.lead, document.id, broken.version, 'x')).rejects.toMatchObject({
      code: 'has-errors',
    });
    await expect(approveDraft(people.lead, document.id, version, 'x')).rejects.toMatchObject({
      code: 'draft-moved-on',
    });
    const good = await saveDraft(
      people.technician,
      document.id,
      broken.version,
      JSON.stringify({ ...document, title: 'Velden Kite, front door, second' }),
    );
    expect((await viewProcedure(HOME, document.id)).document.title).toBe('Velden Kite, front door');
    expect(await approveDraft(people.lead, document.id, good.version, 'better title')).toBe(2);
    const view = await viewProcedure(HOME, document.id);
    expect([view.document.title, view.draft, view.revisions.length]).toEqual([
      'Velden Kite, front door, second',
      null,
      2,
    ]);
  });

  it('tells what changed between two revisions, and since one in the draft, a sentence each', async () => {
    const { document: kite, current } = await viewProcedure(HOME, 'kite-front-door');
    const { revision } = current!;
    const [screw] = kite.fasteners.filter(({ kind }) => kind === 'screw');
    const longer = {
      ...kite,
      fasteners: kite.fasteners.map((one) => (one === screw ? { ...one, length: 55 } : one)),
    };
    const { version } = await saveDraft(people.technician, kite.id, 0, JSON.stringify(longer));
    expect(await compareRevisions(HOME, kite.id, revision, 'draft')).toMatchObject([
      { kind: 'changed', item: screw.id, field: 'length', to: 55 },
    ]);
    await approveDraft(people.lead, kite.id, version, 'longer');
    const [{ sentence }] = await compareRevisions(HOME, kite.id, revision, revision + 1);
    expect(sentence).toContain('now 55 mm long');
    await expect(compareRevisions(HOME, kite.id, revision, 'draft')).rejects.toMatchObject({ kind: 'not-found' });
  });

  it('does not plan a draft, lets a trainee record nothing, and forgets a discarded one', async () => {
    await expect(planView(people.lead, { procedures: ['carry-front-door'], job: null })).rejects.toMatchObject({
      code: 'not-approved',
    });
    await expect(startProcedure(people.trainee, NEW)).rejects.toMatchObject({ kind: 'forbidden' });
    await discardDraft(people.lead, 'carry-front-door', (await readDraft(people.lead, 'carry-front-door')).version);
    await expect(viewProcedure(HOME, 'carry-front-door')).rejects.toMatchObject({ kind: 'not-found' });
  });

  it('takes in a file whole or not at all', async () => {
    await expect(bringIn(people.lead, '{ not json')).rejects.toMatchObject({
      kind: 'invalid',
      message: expect.stringContaining('not JSON'),
    });
    await expect(bringIn(people.lead, ' '.repeat(5 * 1024 * 1024 + 1))).rejects.toMatchObject({
      message: expect.stringContaining('5 MB'),
    });
    await expect(
      bringIn(people.lead, JSON.stringify({ ...demoProcedure('kite-rear-door'), id: 'half', extra: 1 })),
    ).rejects.toMatchObject({ kind: 'invalid' });
    await expect(viewProcedure(HOME, 'half')).rejects.toMatchObject({ kind: 'not-found' });
    const { id } = await bringIn(people.lead, JSON.stringify({ ...demoProcedure('kite-rear-door'), id: 'whole' }));
    expect((await viewProcedure(HOME, id)).document).toEqual({ ...demoProcedure('kite-rear-door'), id: 'whole' });
  });
});

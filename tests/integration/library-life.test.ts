import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoProcedure } from '../support/demo';
import { sharedKiteShop } from '../support/kite-shop';
import { readPdf } from '../support/read-pdf';
import {
  approveDraft,
  askForReview,
  baySheet,
  bringIn,
  comment,
  compareProcedures,
  deriveVariant,
  exportWires,
  importWires,
  planView,
  readDraft,
  retire,
  saveDraft,
  searchLibrary,
  searchWires,
  settleComment,
  takeFromOrigin,
  trayLabelSheet,
  unretire,
  viewProcedure,
  procedureFile,
} from '@/services';
import { HOME, dbOf } from '@/data';
import type { ProcedureDocument } from '@/core/document';

const db = dbOf(HOME);

const { people } = sharedKiteShop();
beforeAll(async () => {
  await bringIn(people.lead, JSON.stringify(demoProcedure('tarn-front-door')));
});

const KITE = 'kite-rear-door';
/** Publishes a change of a procedure. */
async function publish(id: string, change: (document: ProcedureDocument) => ProcedureDocument): Promise<number> {
  const { version, document } = await readDraft(people.lead, id);
  const saved = await saveDraft(people.lead, id, version, JSON.stringify(change(document)));
  return approveDraft(people.lead, id, saved.version, 'changed');
}
const longer = (length: number) => (document: ProcedureDocument) => ({
  ...document,
  fasteners: document.fasteners.map((one) => (one.id === 's4' ? { ...one, length } : one)),
});

describe('a draft', () => {
  it('is in review once somebody asks, until it is published or that is taken back', async () => {
    const id = 'tarn-front-door';
    await askForReview(people.technician, id, { version: 1, ask: true });
    expect((await searchLibrary(HOME, 'tarn'))[0]).toMatchObject({ inReview: true, revision: null });
    expect((await viewProcedure(HOME, id)).draft).toMatchObject({ reviewAskedBy: 'technician' });
    await expect(askForReview(people.technician, id, { version: 9, ask: true })).rejects.toMatchObject({
      kind: 'conflict',
    });
    await expect(askForReview(people.trainee, id, { version: 1, ask: true })).rejects.toMatchObject({
      kind: 'forbidden',
    });
    await askForReview(people.technician, id, { version: 1, ask: false });
    expect((await searchLibrary(HOME, 'tarn'))[0].inReview).toBe(false);
    await approveDraft(people.lead, id, 1, 'first');
  });
});

describe('comments', () => {
  it('are of an item or the whole, kept once, and settled by whoever records', async () => {
    const [id, other] = [randomUUID(), randomUUID()];
    await comment(people.trainee, KITE, { id, item: 's1', words: 'Which one is the long one?' });
    await comment(people.trainee, KITE, { id, item: 's1', words: 'Which one is the long one?' });
    await comment(people.technician, KITE, { id: other, words: 'Done on the estate too.' });
    await expect(comment(people.trainee, KITE, { id: randomUUID(), item: 'none', words: 'x' })).rejects.toMatchObject({
      code: 'no-item',
    });
    await expect(settleComment(people.trainee, KITE, id)).rejects.toMatchObject({ kind: 'forbidden' });
    await settleComment(people.technician, KITE, id);
    await settleComment(people.lead, KITE, id);
    const { comments } = await viewProcedure(HOME, KITE);
    expect(comments.map(({ item, settledBy }) => [item, settledBy])).toEqual([
      [null, null],
      ['s1', 'technician'],
    ]);
    await expect(settleComment(people.lead, KITE, randomUUID())).rejects.toMatchObject({ kind: 'not-found' });
    await expect(db.query(`update procedure_comments set words = 'x'`)).rejects.toThrow(/permission denied/);
  });
});

describe('a variant', () => {
  let estate: string;
  it('remembers what it came from, and what differs', async () => {
    await expect(deriveVariant(people.trainee, KITE, { body: 'estate' })).rejects.toMatchObject({ kind: 'forbidden' });
    estate = await deriveVariant(people.technician, KITE, { model: 'Kite Van', from: 2016, to: 2018 });
    const { origin, document } = await viewProcedure(HOME, estate);
    expect(document).toMatchObject({ applies: [{ model: 'Kite Van', from: 2016, to: 2018 }], side: 'left' });
    expect(origin).toMatchObject({ id: KITE, taken: 1, current: 1, differs: [], offered: [] });
    expect((await viewProcedure(HOME, KITE)).variants).toEqual([{ id: estate, title: document.title }]);
  });

  it('is offered what changes there later, and takes it with one tap; where it went its own way it stays', async () => {
    await publish(KITE, (document) => ({ ...longer(25)(document), cautions: document.cautions }));
    await publish(estate, longer(40));
    const before = await viewProcedure(HOME, estate);
    expect(before.origin).toMatchObject({ taken: 1, current: 2 });
    expect(before.origin!.offered.map(({ sentence }) => sentence)).toEqual([
      'The T25 screws of the door speaker are now 25 mm long, were 20 mm.',
    ]);
    const { conflicts } = await takeFromOrigin(people.technician, estate);
    expect(conflicts).toEqual([expect.stringContaining('What is here stays.')]);
    expect((await readDraft(people.lead, estate)).document.fasteners.find(({ id }) => id === 's4')!.length).toBe(40);
    expect((await viewProcedure(HOME, estate)).origin).toMatchObject({ taken: 2, current: 2, offered: [] });
    await expect(takeFromOrigin(people.technician, estate)).rejects.toMatchObject({ code: 'nothing-new' });
    await publish(KITE, (document) => ({ ...document, afterPower: ['clock'] }));
    expect((await takeFromOrigin(people.technician, estate)).conflicts).toEqual([]);
    expect((await readDraft(people.lead, estate)).document.afterPower).toEqual(['clock']);
    await publish(estate, (document) => document);
    expect((await viewProcedure(HOME, estate)).origin).toMatchObject({ taken: 3, current: 3 });
  });

  it('for the other side is the mirror image, and takes what changes there mirrored', async () => {
    const right = await deriveVariant(people.technician, KITE, { side: 'right' });
    const { document, origin } = await viewProcedure(HOME, right);
    expect([document.side, origin!.differs]).toEqual(['right', []]);
  });

  it('whose origin is retired is told, and can still take from it', async () => {
    await publish(KITE, (document) => ({ ...document, afterPower: ['clock', 'radio code'] }));
    await retire(people.lead, KITE, { why: 'recorded again' });
    expect((await viewProcedure(HOME, estate)).origin).toMatchObject({ isRetired: true, current: 4 });
    expect((await takeFromOrigin(people.technician, estate)).conflicts).toEqual([]);
    await unretire(people.lead, KITE);
  });
});

describe('a retired procedure', () => {
  it('points to its replacement, is planned no more, and is out of the way', async () => {
    const plan = () => planView(people.technician, { procedures: [KITE], job: null });
    await expect(retire(people.technician, KITE, {})).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(retire(people.lead, KITE, { replacedBy: KITE })).rejects.toMatchObject({ code: 'not-its-own' });
    await expect(retire(people.lead, KITE, { replacedBy: 'nothing' })).rejects.toMatchObject({
      code: 'no-replacement',
    });
    await retire(people.lead, KITE, { why: 'recorded again', replacedBy: 'tarn-front-door' });
    await expect(plan()).rejects.toMatchObject({ code: 'retired', message: expect.stringContaining('Tarn') as string });
    expect((await viewProcedure(HOME, KITE)).retired).toMatchObject({
      by: 'lead',
      replacedBy: { id: 'tarn-front-door' },
    });
    await expect(retire(people.lead, KITE, {})).rejects.toMatchObject({ kind: 'conflict' });
    await expect(retire(people.lead, 'tarn-front-door', { replacedBy: KITE })).rejects.toMatchObject({
      kind: 'conflict',
    });
    await unretire(people.lead, KITE);
    expect((await plan()).documents).toHaveLength(1);
  });
});

it('two procedures are compared in sentences, two sides as the same one', async () => {
  const changes = await compareProcedures(HOME, KITE, 'tarn-front-door');
  expect(changes.length).toBeGreaterThan(10);
  for (const { sentence } of changes) expect(sentence).toMatch(/\.$/);
  expect(await compareProcedures(HOME, KITE, KITE)).toEqual([]);
  await expect(compareProcedures(HOME, KITE, 'nothing')).rejects.toMatchObject({ kind: 'not-found' });
});

describe('wires', () => {
  it('are found over the library as soon as they are published', async () => {
    expect(
      (await searchWires(HOME, 'BU/WH rear left +')).map(({ procedure, polarity }) => [procedure, polarity]),
    ).toContainEqual([KITE, 'plus']);
    expect(await searchWires(HOME, 'GY/PK')).toEqual([]);
    await publish(KITE, (document) => ({
      ...document,
      pairs: [{ ...document.pairs![0], plus: { colour: 'grey/pink', cavity: '1' } }],
    }));
    expect((await searchWires(HOME, 'gy/pk kite'))[0]).toMatchObject({ procedure: KITE, colour: 'GY/PK' });
  });

  it('go out as a table and come in to drafts, bad lines named', async () => {
    const csv = (await exportWires(HOME, 'kite rear left')).toString('utf8');
    expect(csv.split('\r\n')[0]).toBe('procedure,item,connector,cavity,colour,function,polarity,how,sure');
    const lines = [
      'procedure,item,cavity,colour,function,polarity,how',
      `${KITE},woofer,2,WH/BK,,minus,phase`,
      `${KITE},woofer,,mauve,,plus,`,
      'nothing,woofer,,BK,,plus,',
      `${KITE},l1,3,RD,lamp,sideways,`,
    ];
    await expect(importWires(people.trainee, lines.join('\n'))).rejects.toMatchObject({ kind: 'forbidden' });
    const { kept, bad } = await importWires(people.technician, lines.join('\n'));
    expect([kept, bad.map(({ line }) => line)]).toEqual([1, [3, 4, 5]]);
    expect((await readDraft(people.lead, KITE)).document.pairs![0].minus.colour).toBe('WH/BK');
    await expect(importWires(people.technician, 'procedure,item,colour\n')).rejects.toMatchObject({ code: 'empty' });
    expect((await importWires(people.technician, 'a,b\n1,2\n')).bad[0].message).toContain('no column');
  });
});

describe('on paper', () => {
  it.each(['a4', 'letter'] as const)(
    'a sheet (%s) has steps both ways, and says on every page that nobody proved it',
    async (paper) => {
      const { pages, text } = await readPdf(await baySheet(people.trainee, KITE, paper, 'https://bay.example'));
      for (const page of pages) expect(page).toContain('NOT VERIFIED');
      for (const words of ['Take apart', 'Put back', 'Tray', 'Wires', 'Layer 1 of', 'Unscrew 4 T25 screws', 'bin 1'])
        expect(text).toContain(words);
    },
  );

  it('the other side is drawn mirrored, and a procedure that cannot be found is said', async () => {
    const { text } = await readPdf(await baySheet(people.trainee, `${KITE}@right`, 'a4', 'https://bay.example'));
    expect(text).toContain('Right side, mirrored');
    await expect(baySheet(people.trainee, 'nothing', 'a4', '')).rejects.toMatchObject({ kind: 'not-found' });
  });

  it('labels name each bin', async () => {
    const { text } = await readPdf(await trayLabelSheet(people.trainee, KITE, 'letter'));
    expect(text).toContain('Bin 1');
    expect(text).toContain('T25 screws');
  });

  it.each(['json', 'fasteners', 'wires', 'map', 'howto'])('%s is a file of it', async (as) => {
    expect((await procedureFile(HOME, KITE, as)).text.length).toBeGreaterThan(100);
    await expect(procedureFile(HOME, KITE, 'glue')).rejects.toMatchObject({ code: 'no-such-file' });
  });
});

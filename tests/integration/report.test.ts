import { createHash, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { watchEventLoop } from '../support/event-loop';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { readPdf } from '../support/read-pdf';
import { visitLog } from '../support/visit';
import { deviceOf, workThrough } from '../support/work-run';
import { datesIn } from '@/core/trade';
import type { VisitFact } from '@/core/bay';
import {
  changeSettings,
  keepPhoto,
  moveStock,
  openJob,
  openRun,
  openRunScreen,
  openVisit,
  printReport,
  readReport,
  readShop,
  receiveEvents,
  viewStores,
} from '@/services';
import { HOME } from '@/data';

const { people } = sharedKiteShop();
let job: number;
const CLIPS = 'release:kite-rear-door/c1';

async function photo(): Promise<string> {
  const bytes = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#4c6372' } })
    .jpeg()
    .toBuffer();
  const id = randomUUID();
  await keepPhoto(people.technician, {
    id,
    owner: { jobNumber: job, procedure: null },
    bytes,
    sha256: createHash('sha256').update(bytes).digest('hex'),
  });
  return id;
}

beforeAll(async () => {
  job = await openJob(people.technician, {
    ...kiteJob('Rear speakers', 'Zoë Łąkowska'),
    label: 'school car',
    steering: 'left',
  });
  await moveStock(people.lead, { kind: 'push-clip', change: 5, reason: 'delivery' });
  const run = await openRun(people.technician, { job, ...REAR_SPEAKER });
  const [mark, onTheWay] = [await photo(), await photo()];
  const line = (walk: 'arrival' | 'departure', result: 'works' | 'intermittent', condition?: string): VisitFact => ({
    type: 'checked',
    line: 'rear-door.left/speaker',
    group: 'Rear door, left',
    words: 'Speaker alone',
    walk,
    result,
    ...(condition ? { condition } : {}),
  });
  const {
    job: { visit },
  } = await openVisit(HOME, job);
  await receiveEvents(
    people.technician,
    visit,
    visitLog([
      line('arrival', 'intermittent', 'when warm'),
      {
        type: 'marked',
        view: 'left',
        x: 0.6,
        y: 0.5,
        kind: 'scratch',
        words: 'below the handle',
        walk: 'arrival',
        photo: mark,
      },
      { type: 'note', text: 'rattles over bumps, says the customer' },
      { type: 'photo', photo: await photo() },
      {
        type: 'signed',
        walk: 'arrival',
        name: 'Zoë Łąkowska',
        strokes: [
          [
            [10, 10],
            [400, 200],
          ],
          [[500, 300]],
        ],
        covers: 2,
      },
      line('departure', 'works'),
    ]).map((event) => ({ ...event, person: 'technician' })),
    0,
  );
  const stamp = deviceOf('technician');
  const {
    run: { plan },
  } = await openRunScreen(HOME, run);
  await receiveEvents(
    people.technician,
    run,
    [
      ...workThrough(plan, stamp, {
        [CLIPS]: [
          { type: 'broken', item: 'kite-rear-door/c1', count: 1, known: 0 },
          { type: 'lost', item: 'kite-rear-door/c1', count: 1, known: 0 },
          { type: 'renewed', item: 'kite-rear-door/c1', count: 2 },
          { type: 'note', text: 'the shield was torn already' },
          { type: 'asFound', item: 'kite-rear-door/shield', difference: 'water shield: torn' },
          { type: 'photo', photo: onTheWay, item: 'kite-rear-door/shield' },
        ],
      }),
      stamp({ type: 'finished' }),
    ],
    0,
  );
});

describe('the hand-over report', () => {
  it('says as data what was so before, what was done, and that the ledger balances', async () => {
    const report = await readReport(HOME, job);
    expect(report).toMatchObject({
      format: 'pezzo-report/1',
      job: { number: job, customer: 'Zoë Łąkowska' },
      vehicle: { make: 'Velden', model: 'Kite', year: 2017 },
      closed: false,
    });
    expect(report.lines.find(({ line }) => line === 'rear-door.left/speaker')).toMatchObject({
      comparison: 'mended',
      arrival: { condition: 'when warm' },
      departure: { result: 'works' },
    });
    expect(report).toMatchObject({ notes: ['rattles over bumps, says the customer'], photos: [{ words: '' }] });
    const [run] = report.runs;
    expect(run.ledger.every(({ balances }) => balances)).toBe(true);
    expect(run.ledger.find(({ words }) => words.includes('9 × push clips'))).toMatchObject({
      out: 9,
      back: 7,
      renewed: 2,
      scrapped: 1,
      lost: 1,
    });
    expect(run).toMatchObject({
      spares: [{ kind: 'push-clip', count: 2 }],
      notes: ['the shield was torn already'],
      asFound: ['water shield: torn'],
      fitted: [{ line: 'Intercom speaker', done: true }],
      people: ['The technician'],
    });
    expect(run.tests.length).toBeGreaterThan(0);
    expect(JSON.parse(JSON.stringify(report))).toEqual(report);
  });

  it('says the same as a PDF that can be read: text, pictures, names in any letters', async () => {
    const { text, pages, pictures } = await readPdf(await printReport(HOME, job));
    for (const words of [
      `Job ${job}: Rear speakers`,
      'Zoë Łąkowska',
      'Velden Kite · 2017',
      'Left side: scratch, below the handle',
      'works only sometimes: when warm',
      'better than on arrival',
      'Velden Kite, rear door, left',
      'Done: Intercom speaker',
      'rattles over bumps, says the customer',
      'Note: the shield was torn already',
      'Found on this vehicle: water shield: torn',
      'balances',
      '2 × push clip',
      'Acknowledged on arrival: Zoë Łąkowska',
      'Given back: not signed',
      `page 1 of ${pages.length}`,
    ])
      expect(text).toContain(words);
    expect(text).not.toContain('DOES NOT BALANCE');
    expect(pictures).toBe(3);
  });

  it('of a job without anything says so', async () => {
    const empty = await openJob(people.technician, { ...kiteJob('Nothing yet'), year: null });
    const { text, pictures } = await readPdf(await printReport(HOME, empty));
    expect([text.includes('No marks were noted.'), text.includes('No checks were recorded.'), pictures]).toEqual([
      true,
      true,
      0,
    ]);
    await expect(printReport(HOME, 999_999)).rejects.toMatchObject({ code: 'job-unknown' });
  });

  it('with sixty notes of two thousand characters without a space is drawn in its time, and has every one of them', async () => {
    const number = await openJob(people.technician, kiteJob('Long words'));
    const {
      job: { visit },
    } = await openVisit(HOME, number);
    const long = (n: number) => `${n}:`.padEnd(2000, 'x'.repeat(7) + 'y');
    await receiveEvents(
      people.technician,
      visit,
      visitLog(
        Array.from({ length: 60 }, (_, n): VisitFact => ({ type: 'note', text: long(n) })),
        'tablet-z',
      ).map((event) => ({ ...event, person: 'technician' })),
      0,
    );
    const turns = watchEventLoop();
    const { text } = await readPdf(await printReport(HOME, number));
    expect(turns()).toBeGreaterThan(10);
    const plain = text.replace(/[\s\u200B]/g, '');
    for (const n of [0, 30, 59]) expect(plain).toContain(long(n).slice(0, 300));
  });

  it('took from stores what was fitted new, once', async () => {
    expect((await viewStores(HOME)).stock).toMatchObject([{ kind: 'push-clip', name: 'push clips', count: 3 }]);
  });

  it('of a run with four hundred tests has every one of them, with who and when', async () => {
    const number = await openJob(people.technician, kiteJob('Many tests'));
    const run = await openRun(people.technician, { job: number, ...REAR_SPEAKER });
    const stamp = deviceOf('technician', 'tablet-many');
    const tests = Array.from({ length: 400 }, (_, n) =>
      stamp({
        type: 'test',
        gate: 'gate:test:kite-rear-door/card',
        check: 'works:kite-rear-door/woofer',
        result: n % 2 ? 'pass' : 'fail',
        note: `try ${n}.`,
      }),
    );
    const events = [stamp({ type: 'started' }), ...tests];
    for (let from = 0; from < events.length; from += 100)
      await receiveEvents(people.technician, run, events.slice(from, from + 100), 0);
    const { text } = await readPdf(await printReport(HOME, number));
    for (const n of [0, 199, 398, 399]) expect(text).toContain(`try ${n}.`);
    expect(text.match(/ failed/gi)?.length).toBeGreaterThanOrEqual(200);
  });

  it('prints dates in the shop’s time zone, not in this machine’s', async () => {
    const { settings } = await readShop(HOME);
    const zones = ['Pacific/Auckland', 'Pacific/Honolulu'];
    const printed = [];
    for (const timeZone of zones) {
      await changeSettings(people.owner, { ...settings, timeZone });
      const { signatures } = await readReport(HOME, job);
      const moment = datesIn(timeZone).moment(signatures.arrival!.at);
      printed.push(moment);
      expect((await readPdf(await printReport(HOME, job))).text).toContain(moment);
    }
    expect(printed[0]).not.toBe(printed[1]);
    await changeSettings(people.owner, settings);
  });
});

import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { asOwner } from '../support/database';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { readPdf } from '../support/read-pdf';
import {
  answerQuote,
  changeCustomer,
  changeSettings,
  formerJob,
  formerJobs,
  openJob,
  openRun,
  printQuote,
  readShop,
  redactCustomer,
  sendQuote,
  viewJob,
  viewQuotes,
} from '@/services';
import { type QuoteAnswerForm, quoteAnswerSchema, quoteSchema, readForm } from '@/contracts/schemas';
import { HOME, dbOf } from '@/data';
import type { QuoteLine } from '@/core/shop';

const db = dbOf(HOME);

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(async () => {
  job = shop.job;
  const { settings } = await readShop(HOME);
  await changeSettings(people.owner, {
    ...settings,
    labourPerHourCents: 6000,
    currency: 'EUR',
    quotes: { ...settings.quotes, taxPercent: 20, isTaxIncluded: false },
  });
});

const LABOUR: QuoteLine = {
  id: 'l',
  kind: 'labour',
  words: 'Rear doors',
  quantity: 1.5,
  unitCents: 6000,
  isOption: false,
  likelySeconds: 4000,
  safeSeconds: 5000,
};
const SPEAKERS: QuoteLine = { id: 's', kind: 'part', words: 'Speakers', quantity: 2, unitCents: 4950, isOption: false };
const DAMPING: QuoteLine = {
  id: 'd',
  kind: 'material',
  words: 'Damping',
  quantity: 1,
  unitCents: 8000,
  isOption: true,
};
const form = (lines = [LABOUR, SPEAKERS, DAMPING]) => ({
  id: randomUUID(),
  lines,
  words: 'Rear speakers',
  promises: true,
});
const said: QuoteAnswerForm = {
  answer: 'accepted',
  how: 'phone',
  name: 'A. Customer',
  leftOut: ['d'],
  note: '10:20',
};

describe('a customer and vehicle', () => {
  it('are found again by name, phone, plate or vehicle, not once they are erased', async () => {
    const given = { ...kiteJob('First time', 'Tideway Driving School'), label: 'TD 17 KTE', phone: '020 7946 0123' };
    const first = await openJob(people.technician, given);
    for (const text of ['tideway', '02079460123', 'kte kite', '2017 td', String(first)])
      expect([text, (await formerJobs(people.technician, text)).map(({ number }) => number)]).toEqual([
        text,
        expect.arrayContaining([first]),
      ]);
    expect(await formerJobs(people.technician, 'nobody')).toEqual([]);
    expect(await formerJobs(people.technician, '  ')).toEqual([]);
    await expect(formerJobs(people.trainee, 'tideway')).rejects.toMatchObject({ kind: 'forbidden' });
    await asOwner(`select redact_job(${first}, 'owner')`);
    expect(await formerJobs(people.technician, 'tideway')).toEqual([]);
  });

  it('are found again only where they do not refuse; whoever notes it is kept with it', async () => {
    const label = 'REFUSED 1';
    const number = await openJob(people.technician, {
      ...kiteJob('Once', 'B. Nobody'),
      label,
      vin: '1M8GDM9AXKP042788',
    });
    const found = async () => (await formerJobs(people.technician, 'b. nobody')).map((one) => one.number);
    const form = { customer: 'B. Nobody', phone: '', label, consent: true, keepMonths: 6 };
    await changeCustomer(people.technician, number, form);
    expect(await found()).toEqual([number]);
    expect((await formerJobs(people.technician, 'refused'))[0].vehicle.vin).toBe('1M8GDM9AXKP042788');
    const [noted] = await asOwner(`select consent, consent_by, keep_months from jobs where number = ${number}`);
    expect(noted).toEqual({ consent: true, consent_by: 'technician', keep_months: 6 });
    await changeCustomer(people.lead, number, { ...form, consent: false });
    expect(await found()).toEqual([]);
    await expect(changeCustomer(people.trainee, number, form)).rejects.toMatchObject({ kind: 'forbidden' });
    await asOwner(`select redact_job(${number}, 'owner')`);
    await expect(changeCustomer(people.lead, number, form)).rejects.toMatchObject({ code: 'redacted' });
  });

  it('that come back show what was opened before, to be planned again', async () => {
    const first = await openJob(people.technician, kiteJob('Speakers'));
    await openRun(people.technician, { job: first, ...REAR_SPEAKER });
    const back = await openJob(people.technician, { ...kiteJob('It rattles'), comesBackOf: first });
    expect((await viewJob(HOME, back)).job.comesBackOf).toBe(first);
    expect(await formerJob(HOME, first)).toMatchObject({
      number: first,
      runs: [
        {
          procedures: ['kite-rear-door'],
          goals: ['woofer'],
          options: { windows: 'power' },
          kept: [],
          newParts: ['Intercom speaker'],
          forGood: [],
        },
      ],
    });
    await expect(openJob(people.technician, { ...kiteJob('x'), comesBackOf: 999 })).rejects.toMatchObject({
      kind: 'not-found',
    });
  });
});

describe('a quote', () => {
  it('is kept as it was sent, once, with the terms of the day and when the vehicle will be ready', async () => {
    const one = form();
    expect(await sendQuote(people.technician, job, one)).toEqual({ number: 1 });
    expect(await sendQuote(people.technician, job, one)).toEqual({ number: 1 });
    const { settings } = await readShop(HOME);
    await changeSettings(people.owner, { ...settings, quotes: { ...settings.quotes, taxPercent: 25 } });
    const [quote] = (await viewQuotes(people.trainee, job)).quotes;
    expect(quote).toMatchObject({
      number: 1,
      terms: { taxPercent: 20, isTaxIncluded: false, currency: 'EUR' },
      answer: null,
    });
    expect(new Date(quote.readyBy!).getTime()).toBeGreaterThan(Date.now() + 5000 * 1000 - 60_000);
    await expect(sendQuote(people.trainee, job, form())).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(sendQuote(people.lead, 999, form())).rejects.toMatchObject({ kind: 'not-found' });
    await expect(db.query(`update quotes set words = 'x'`)).rejects.toThrow(/permission denied/);
    await expect(asOwner(`update quotes set words = 'x'`)).rejects.toThrow('append-only');
  });

  it('is on paper as it was sent', async () => {
    const { text } = await readPdf(await printQuote(people.trainee, job, 1));
    for (const words of ['Quote', 'Speakers', 'Damping (option)', 'Total', 'Tax, 20 %', 'Ready by'])
      expect(text).toContain(words);
    expect(text).toContain('322.80');
    await expect(printQuote(people.trainee, job, 9)).rejects.toMatchObject({ kind: 'not-found' });
  });

  it('is answered once, without the options that are left out, whoever asks twice', async () => {
    await expect(answerQuote(people.technician, job, 1, { ...said, leftOut: ['s'] })).rejects.toMatchObject({
      code: 'no-option',
    });
    const answers = await Promise.allSettled([
      answerQuote(people.technician, job, 1, said),
      answerQuote(people.lead, job, 1, { ...said, leftOut: [] }),
    ]);
    expect(answers.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const rejected = answers.find((one) => one.status === 'rejected')!;
    expect((rejected as PromiseRejectedResult).reason).toMatchObject({ code: 'answered' });
    const [{ answer }] = (await viewQuotes(people.lead, job)).quotes;
    // (90 + 99) · 1.2, or with the damping (90 + 99 + 80) · 1.2.
    expect(answer!.grossCents).toBe(answer!.leftOut.length ? 22680 : 32280);
    await expect(asOwner(`update quote_answers set note = 'x'`)).rejects.toThrow('append-only');
  });

  it('stands against what the runs took, and offers their labour for the next one', async () => {
    await openRun(people.technician, { job, ...REAR_SPEAKER });
    const { against, runs, labour } = await viewQuotes(people.lead, job);
    expect(against).toMatchObject({ likelySeconds: 4000, safeSeconds: 5000, actualSeconds: 0, isOver: false });
    expect(runs).toMatchObject([{ title: 'Velden Kite, rear door, left' }]);
    expect(runs[0].safeSeconds).toBeGreaterThan(runs[0].likelySeconds);
    expect(labour).toMatchObject({ school: 'time', perHourCents: 6000 });
  });

  it('for extra work is another one, numbered on', async () => {
    expect(await sendQuote(people.lead, job, form([SPEAKERS]))).toEqual({ number: 2 });
    const [quote] = (await viewQuotes(people.lead, job)).quotes;
    // Nothing takes time in it: nothing is promised.
    expect(quote).toMatchObject({ number: 2, readyBy: null });
    await answerQuote(people.lead, job, 2, {
      answer: 'declined',
      how: 'signature',
      name: 'A. Customer',
      strokes: [[[1, 2]]],
      leftOut: [],
      note: '',
    });
  });

  it('keeps what was agreed and loses the name where the customer’s data is erased', async () => {
    await asOwner(`update logs set closed_position = 0 where job_number = ${job} and kind = 'visit'`);
    await redactCustomer(people.owner, job).catch(() => asOwner(`select redact_job(${job}, 'owner')`));
    const { quotes } = await viewQuotes(people.lead, job);
    expect(quotes.map(({ answer }) => [answer!.name, answer!.note, answer!.answer])).toEqual([
      ['removed', '', 'declined'],
      ['removed', '', 'accepted'],
    ]);
    await expect(sendQuote(people.lead, job, form())).rejects.toMatchObject({ code: 'redacted' });
  });

  it.each([
    ['no line', quoteSchema, { ...form([]) }],
    ['a line without words', quoteSchema, form([{ ...SPEAKERS, words: ' ' }])],
    ['an absurd price', quoteSchema, form([{ ...SPEAKERS, unitCents: 1e15 }])],
    ['two lines alike', quoteSchema, form([SPEAKERS, SPEAKERS])],
    ['an answer by nobody', quoteAnswerSchema, { ...said, name: '' }],
    ['a signature without one', quoteAnswerSchema, { ...said, how: 'signature' }],
    ['a phone call with a signature', quoteAnswerSchema, { ...said, strokes: [[[1, 2]]] }],
  ])('with %s is refused', (_, schema, value) => {
    expect(() => readForm(schema as never, value)).toThrow();
  });
});

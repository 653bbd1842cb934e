import type { QuoteAnswerForm, QuoteForm } from '../../contracts/schemas';
import type { QuotePrint, QuotesView, QuoteView } from '../../contracts/views';
import type { RunPlan } from '../../core/telling';
import { conflict, invalid, notFound, unavailable } from '../../core/errors';
import { activeSeconds, type RunEvent, timeLeft } from '../../core/bay';
import { againstActual, totalsOf } from '../../core/shop';
import {
  dbOf,
  getJob,
  insertQuote,
  insertQuoteAnswer,
  listEventsOf,
  listPeople,
  listQuotes,
  listRunHeads,
  listRunPlans,
  transaction,
  type Actor,
  type Branch,
  type QuoteRow,
} from '../../data';
import { jobBoard } from '../board';
import { doHeavy, TooHard } from '../heavy';
import { demand } from '../permission';
import { lookAt } from '../run-view';
import { readShop } from '../shop';
import { readyBy } from '../working-time';

/** A job's quotes, what a new one is made of, and what was promised against what it took. Throws not-found. */
export async function viewQuotes(by: Actor, jobNumber: number): Promise<QuotesView> {
  demand(by, 'follow');
  const db = dbOf(by);
  const [, rows, { settings }, runs, queueSeconds, actual] = await Promise.all([
    getJob(db, by.branch, jobNumber),
    listQuotes(db, jobNumber),
    readShop(by.branch),
    runsOf(by.branch, jobNumber),
    queueBefore(by.branch, jobNumber),
    actualSeconds(by.branch, jobNumber),
  ]);
  const { quotes, labourPerHourCents, currency } = settings;
  const accepted = rows.filter(({ answer }) => answer?.answer === 'accepted');
  const promised = accepted.flatMap(({ lines, answer }) => lines.filter(({ id }) => !answer!.leftOut.includes(id)));
  return {
    quotes: rows.map(viewOf),
    terms: { taxPercent: quotes.taxPercent, isTaxIncluded: quotes.isTaxIncluded, currency },
    labour: {
      school: quotes.labour,
      basis: quotes.basis,
      perHourCents: labourPerHourCents,
      flatCents: quotes.flatCents,
      prices: quotes.prices.flatMap(({ procedure, cents }) => (procedure === null ? [] : [{ procedure, cents }])),
    },
    runs,
    queueSeconds,
    against: accepted.length ? againstActual(promised, actual) : null,
  };
}

const viewOf = ({ answer, readyBy: ready, madeBy, madeAt, ...rest }: QuoteRow): QuoteView => ({
  ...rest,
  readyBy: ready?.toISOString() ?? null,
  by: madeBy,
  at: madeAt.toISOString(),
  answer: answer && {
    answer: answer.answer,
    how: answer.how,
    name: answer.name,
    strokes: answer.strokes,
    leftOut: answer.leftOut,
    grossCents: answer.grossCents,
    note: answer.note,
    by: answer.takenBy,
    at: answer.takenAt.toISOString(),
  },
});

/** Runs of a job with the time each was planned to take. */
async function runsOf(branch: Branch, jobNumber: number): Promise<QuotesView['runs']> {
  const db = dbOf(branch);
  const heads = await listRunHeads(db, [jobNumber]);
  const plans = heads.length
    ? await listRunPlans(
        db,
        heads.map(({ id }) => id),
      )
    : new Map<string, RunPlan>();
  return heads.flatMap(({ id, title }) => {
    const plan = plans.get(id);
    if (!plan) return [];
    const { state, view } = lookAt(plan, []);
    const { likelySeconds, safeSeconds } = timeLeft(plan, state, view);
    return [
      {
        id,
        title,
        procedures: plan.documents.map((one) => one.id),
        // What two do at once is paid for twice.
        likelySeconds: Math.round(likelySeconds + (plan.secondHandsSeconds ?? 0)),
        safeSeconds: Math.round(safeSeconds + (plan.secondHandsSeconds ?? 0)),
      },
    ];
  });
}

/** What of other jobs' open runs lies before this one, shared among everybody who works: seconds. */
async function queueBefore(branch: Branch, jobNumber: number): Promise<number> {
  const db = dbOf(branch);
  const [board, people] = await Promise.all([jobBoard(branch), listPeople(db)]);
  const hands = Math.max(
    1,
    people.filter(({ active, role }) => active && role !== 'owner' && role !== 'trainee').length,
  );
  const open = board.filter(({ job }) => job.number !== jobNumber).flatMap(({ runs }) => runs);
  const seconds = open.reduce((sum, run) => sum + (run.stage === 'finished' ? 0 : run.safeSeconds), 0);
  return Math.round(seconds / hands);
}

/** How long hands were at a job's runs, seconds. */
async function actualSeconds(branch: Branch, jobNumber: number): Promise<number> {
  const db = dbOf(branch);
  const heads = await listRunHeads(db, [jobNumber]);
  const events = await listEventsOf<RunEvent>(
    db,
    heads.map(({ id }) => id),
  );
  return heads.reduce((sum, { id }) => sum + activeSeconds(events.get(id) ?? [], { isOpen: true }), 0);
}

/** Sends a quote: it is kept as it is, with the shop's terms of today and, if it promises one, the time the vehicle will be ready. Returns its number. */
export async function sendQuote(by: Actor, jobNumber: number, form: QuoteForm): Promise<{ number: number }> {
  demand(by, 'quote');
  const db = dbOf(by);
  const [job, { settings }, queue] = [
    await getJob(db, by.branch, jobNumber),
    await readShop(by.branch),
    await queueBefore(by.branch, jobNumber),
  ];
  if (job.redactedAt) throw conflict('redacted', 'The customer’s data of this job was erased: open a new job.');
  const { quotes, currency, timeZone } = settings;
  const work = form.lines.reduce((sum, line) => sum + (line.safeSeconds ?? 0), 0);
  const ready = form.promises && work > 0 ? readyBy(new Date(), queue + work, timeZone, quotes) : null;
  const number = await transaction(by, (tx) =>
    insertQuote(tx, jobNumber, {
      id: form.id,
      lines: form.lines,
      words: form.words,
      terms: { taxPercent: quotes.taxPercent, isTaxIncluded: quotes.isTaxIncluded, currency },
      readyBy: ready,
      madeBy: by.id,
    }),
  );
  return { number };
}

async function getQuote(by: Actor, jobNumber: number, number: number): Promise<QuoteRow> {
  const db = dbOf(by);
  await getJob(db, by.branch, jobNumber);
  const quote = (await listQuotes(db, jobNumber)).find((one) => one.number === number);
  if (!quote) throw notFound('quote-unknown', `Job ${jobNumber} has no quote ${number}.`);
  return quote;
}

/** Keeps what the customer says to a quote: once, with what is left out and what it comes to. Throws a conflict where it was answered, `invalid` where something is left out that is no option. */
export async function answerQuote(by: Actor, jobNumber: number, number: number, form: QuoteAnswerForm): Promise<void> {
  demand(by, 'quote');
  const db = dbOf(by);
  const quote = await getQuote(by, jobNumber, number);
  const options = new Set(quote.lines.filter(({ isOption }) => isOption).map(({ id }) => id));
  if (form.leftOut.some((id) => !options.has(id)))
    throw invalid('no-option', 'Only options can be left out; send another quote for anything else.');
  const { gross } = totalsOf(quote.lines, new Set(form.leftOut), quote.terms);
  await insertQuoteAnswer(db, quote.id, {
    answer: form.answer,
    how: form.how,
    name: form.name,
    strokes: form.strokes ?? null,
    leftOut: form.leftOut,
    grossCents: gross,
    note: form.note,
    takenBy: by.id,
  });
}

/** How long drawing a quote may take, milliseconds. */
const LIMIT_MS = 10_000;

/** A quote on paper. Throws not-found. */
export async function printQuote(by: Actor, jobNumber: number, number: number): Promise<Buffer> {
  demand(by, 'follow');
  const db = dbOf(by);
  const [job, quote, { name, settings }] = [
    await getJob(db, by.branch, jobNumber),
    await getQuote(by, jobNumber, number),
    await readShop(by.branch),
  ];
  const { make, model, year, label } = job.vehicle;
  const print: QuotePrint = {
    shop: name,
    job: {
      number: job.number,
      title: job.title,
      customer: job.customer,
      vehicle: [`${make} ${model}`, year, label].filter(Boolean).join(' · '),
    },
    quote: viewOf(quote),
    timeZone: settings.timeZone,
  };
  const pdf = await doHeavy<Uint8Array>('draw', 'drawQuote', print, LIMIT_MS).catch((error: unknown) => {
    throw error instanceof TooHard ? unavailable('too-hard', 'This quote takes too long to draw.', error) : error;
  });
  return Buffer.from(pdf);
}

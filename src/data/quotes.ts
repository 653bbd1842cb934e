import type { QuoteLine, TaxTerms } from '../core/shop';
import type { Stroke } from '../core/bay';
import { conflict } from '../core/errors';
import type { Db } from './pool';

/** The terms a quote was sent with. */
export interface QuoteTerms extends TaxTerms {
  currency: string;
}

/** An answer to a quote. */
export interface QuoteAnswer {
  answer: 'accepted' | 'declined';
  how: 'signature' | 'phone' | 'in-person';
  name: string;
  strokes: Stroke[] | null;
  /** Options that the customer left out. */
  leftOut: string[];
  grossCents: number;
  note: string;
  takenBy: string;
  takenAt: Date;
}

/** A quote as it was sent, with its answer where there is one. */
export interface QuoteRow {
  id: string;
  number: number;
  lines: QuoteLine[];
  terms: QuoteTerms;
  words: string;
  readyBy: Date | null;
  madeBy: string;
  madeAt: Date;
  answer: QuoteAnswer | null;
}

/** Quotes of a job, the latest first. */
export async function listQuotes(db: Db, jobNumber: number): Promise<QuoteRow[]> {
  const { rows } = await db.query<
    Omit<QuoteRow, 'answer'> & { [K in keyof QuoteAnswer as `a_${K}`]: QuoteAnswer[K] | null } & {
      a_gross: string | null;
    }
  >(
    `select q.id::text, q.number, q.lines, q.terms, q.words, q.ready_by as "readyBy", q.made_by as "madeBy", q.made_at as "madeAt",
            a.answer as a_answer, a.how as a_how, a.name as a_name, a.strokes as a_strokes, a.left_out as "a_leftOut", a.gross_cents::text as a_gross,
            a.note as a_note, a.taken_by as "a_takenBy", a.taken_at as "a_takenAt"
       from quotes q left join quote_answers a on a.quote_id = q.id where q.job_number = $1 order by q.number desc`,
    [jobNumber],
  );
  return rows.map(({ id, number, lines, terms, words, readyBy, madeBy, madeAt, ...rest }) => ({
    id,
    number,
    lines,
    terms,
    words,
    readyBy,
    madeBy,
    madeAt,
    answer: rest.a_answer && {
      answer: rest.a_answer,
      how: rest.a_how!,
      name: rest.a_name!,
      strokes: rest.a_strokes,
      leftOut: rest.a_leftOut!,
      grossCents: Number(rest.a_gross),
      note: rest.a_note!,
      takenBy: rest.a_takenBy!,
      takenAt: rest.a_takenAt!,
    },
  }));
}

/** Keeps a quote as the next one of its job and returns its number. The same one sent twice is kept once. A conflict where it was sent for another job. */
export async function insertQuote(
  db: Db,
  jobNumber: number,
  one: Pick<QuoteRow, 'id' | 'lines' | 'terms' | 'words' | 'madeBy'> & { readyBy: Date | null },
): Promise<number> {
  const { rows } = await db.query<{ number: number }>(
    `insert into quotes (id, job_number, number, lines, terms, words, ready_by, made_by)
     select $1, $2, coalesce(max(number), 0) + 1, $3, $4, $5, $6, $7 from quotes where job_number = $2
     on conflict (id) do nothing returning number`,
    [one.id, jobNumber, JSON.stringify(one.lines), one.terms, one.words, one.readyBy, one.madeBy],
  );
  if (rows[0]) return rows[0].number;
  const known = await db.query<{ number: number }>('select number from quotes where id = $1 and job_number = $2', [
    one.id,
    jobNumber,
  ]);
  if (!known.rows[0]) throw conflict('quote-elsewhere', 'This quote was sent for another job. Begin a new one here.');
  return known.rows[0].number;
}

/** Keeps the answer to a quote. A conflict where somebody has answered it already: nothing is overwritten. */
export async function insertQuoteAnswer(db: Db, quoteId: string, one: Omit<QuoteAnswer, 'takenAt'>): Promise<void> {
  const { rowCount } = await db.query(
    `insert into quote_answers (quote_id, answer, how, name, strokes, left_out, gross_cents, note, taken_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict (quote_id) do nothing`,
    [
      quoteId,
      one.answer,
      one.how,
      one.name,
      one.strokes && JSON.stringify(one.strokes),
      JSON.stringify(one.leftOut),
      one.grossCents,
      one.note,
      one.takenBy,
    ],
  );
  if (!rowCount)
    throw conflict('answered', 'This quote was answered already. Look again; what was agreed then stands.');
}

/** What a job's newest quote promises: the accepted one before those without an answer. */
export interface PromiseRow {
  jobNumber: number;
  readyBy: Date | null;
  likelySeconds: number;
  safeSeconds: number;
}

/** What was promised for each of some jobs. */
export async function listPromises(db: Db, jobNumbers: number[]): Promise<PromiseRow[]> {
  const { rows } = await db.query<PromiseRow>(
    `select distinct on (q.job_number) q.job_number as "jobNumber", q.ready_by as "readyBy",
            (select coalesce(sum((line->>'likelySeconds')::float), 0) from jsonb_array_elements(q.lines) line) as "likelySeconds",
            (select coalesce(sum((line->>'safeSeconds')::float), 0) from jsonb_array_elements(q.lines) line) as "safeSeconds"
       from quotes q left join quote_answers a on a.quote_id = q.id
      where q.job_number = any($1) and coalesce(a.answer, 'accepted') = 'accepted'
      order by q.job_number, (q.ready_by is not null) desc, (a.answer is not null) desc, q.number desc`,
    [jobNumbers],
  );
  return rows;
}

'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { QuoteView } from '@/contracts/views';
import { lineCents, moneyWords, totalsOf } from '@/core/shop';
import type { Stroke } from '@/core/bay';
import { SignatureField, Trouble, useDates, useSend } from '../../design';

const HOW = { signature: 'signed', phone: 'by phone', 'in-person': 'in person' } as const;

/** A quote as it was sent, on paper with one tap, and what the customer says to it: signed here, or noted by phone. */
export function SentQuote({
  job,
  quote,
  names,
  mayAnswer,
}: {
  job: number;
  quote: QuoteView;
  names: Record<string, string>;
  mayAnswer: boolean;
}) {
  const dates = useDates();
  const [chosen, setLeftOut] = useState<ReadonlySet<string>>(new Set());
  const leftOut = quote.answer ? new Set(quote.answer.leftOut) : chosen;
  const money = (cents: number) => moneyWords(cents, quote.terms.currency);
  const totals = totalsOf(quote.lines, leftOut, quote.terms);
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setLeftOut(next);
  };
  return (
    <section className="sent-quote" aria-label={`Quote ${quote.number}`}>
      <h3 className="h6">
        Quote {job}-{quote.number}{' '}
        <span className="quiet">
          {names[quote.by] ?? quote.by}, {dates.day(quote.at)}
        </span>{' '}
        <a
          className="btn btn-sm btn-outline-dark"
          href={`/api/jobs/${job}/quotes/${quote.number}/quote.pdf`}
          target="_blank"
        >
          PDF
        </a>
      </h3>
      {quote.words && <p className="mb-1">{quote.words}</p>}
      <ul className="rows">
        {quote.lines.map((line) => (
          <li key={line.id} className={`quote-line ${leftOut.has(line.id) ? 'quiet' : ''}`}>
            <span>
              {line.isOption && !quote.answer ? (
                <label>
                  <input type="checkbox" checked={!leftOut.has(line.id)} onChange={() => toggle(line.id)} />{' '}
                  {line.words} (option)
                </label>
              ) : (
                `${line.words}${line.isOption ? (leftOut.has(line.id) ? ' (option, left out)' : ' (option)') : ''}`
              )}
            </span>
            <span>{leftOut.has(line.id) ? '–' : money(lineCents(line))}</span>
          </li>
        ))}
        <li className="quote-line fw-semibold">
          <span>Total</span>
          <span>{money(totals.gross)}</span>
        </li>
      </ul>
      {quote.readyBy && <p className="mb-1">Ready by {dates.moment(quote.readyBy)}</p>}
      {quote.answer ? (
        <p className={quote.answer.answer === 'accepted' ? 'good mb-0' : 'mb-0'}>
          {quote.answer.answer === 'accepted' ? '✓ Accepted' : '✕ Declined'} by {quote.answer.name},{' '}
          {HOW[quote.answer.how]}, {dates.moment(quote.answer.at)}
          {quote.answer.note && `. ${quote.answer.note}`}
        </p>
      ) : (
        mayAnswer && <AnswerQuote job={job} number={quote.number} leftOut={[...leftOut]} />
      )}
    </section>
  );
}

function AnswerQuote({ job, number, leftOut }: { job: number; number: number; leftOut: string[] }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [how, setHow] = useState<'phone' | 'signature' | 'in-person'>('phone');
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  const answer = async (said: 'accepted' | 'declined') => {
    const body = { answer: said, how, name, note, leftOut, ...(how === 'signature' ? { strokes } : {}) };
    await run('POST', `/api/jobs/${job}/quotes/${number}/answer`, body);
    // Somebody else may have been quicker: what stands is shown either way.
    router.refresh();
  };
  const isReady = name.trim().length > 0 && (how !== 'signature' || strokes.length > 0);
  return (
    <div className="mt-2">
      <div className="choice mb-2" role="group" aria-label="How the customer answers">
        {(['phone', 'in-person', 'signature'] as const).map((one) => (
          <button key={one} type="button" aria-pressed={how === one} onClick={() => setHow(one)}>
            {HOW[one]}
          </button>
        ))}
      </div>
      <div className="d-flex flex-wrap gap-2">
        <input
          className="form-control w-auto"
          aria-label="Who answers"
          placeholder="who answers"
          maxLength={200}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <input
          className="form-control w-auto"
          aria-label="Note of the answer"
          placeholder="note: number called, time"
          maxLength={1000}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </div>
      {how === 'signature' && <SignatureField onChange={setStrokes} />}
      <div className="d-flex gap-2 mt-2">
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || !isReady}
          onClick={() => void answer('accepted')}
        >
          Accepted
        </button>
        <button
          type="button"
          className="btn btn-outline-dark"
          disabled={busy || !name.trim() || how === 'signature'}
          onClick={() => void answer('declined')}
        >
          Declined
        </button>
      </div>
      <Trouble text={trouble} />
    </div>
  );
}

'use client';
import Link from 'next/link';
import type { QuotesView } from '@/contracts/views';
import { moneyWords } from '@/core/shop';
import { useDates } from '../../design';
import { AgainstQuote } from '../quotes';

/** What was agreed with the customer and how that stands: price, when ready, labour against what it took. */
export function Agreed({ job, quotes: { quotes, against } }: { job: number; quotes: QuotesView }) {
  const dates = useDates();
  const accepted = quotes.filter(({ answer }) => answer?.answer === 'accepted');
  const open = quotes.filter(({ answer }) => !answer);
  if (quotes.length === 0) return <span>Nothing yet</span>;
  const gross = accepted.reduce((sum, { answer }) => sum + answer!.grossCents, 0);
  const [ready] = accepted.flatMap(({ readyBy }) => readyBy ?? []);
  return (
    <Link href={`/jobs/${job}/quote`} className="d-block">
      {accepted.length > 0 && (
        <span className="d-block">
          {moneyWords(gross, accepted[0].terms.currency)}
          {ready && `, ready by ${dates.moment(ready)}`}
        </span>
      )}
      {open.length > 0 && (
        <span className="waits-for d-block">
          {open.length === 1 ? '1 quote' : `${open.length} quotes`} not answered
        </span>
      )}
      {against && <AgainstQuote against={against} />}
    </Link>
  );
}

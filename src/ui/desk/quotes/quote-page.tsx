'use client';
import Link from 'next/link';
import type { JobView, QuotesView } from '@/contracts/views';
import { PageHead } from '../../design';
import { AgainstQuote } from './against';
import { NewQuote } from './new-quote';
import { SentQuote } from './sent-quote';

/** A job's quotes: what was sent and what the customer said to it, and the next one; extra work is another quote. */
export function QuotePage({
  job,
  view,
  names,
  planned,
  maySend,
}: {
  job: JobView;
  view: QuotesView;
  names: Record<string, string>;
  /** Work that a plan handed over. */
  planned: { title: string; procedures: string[]; likelySeconds: number; safeSeconds: number } | null;
  maySend: boolean;
}) {
  return (
    <div className="fill-page">
      <PageHead
        title={`Quote for job ${job.number}: ${job.title}`}
        under={[`${job.vehicle.make} ${job.vehicle.model}`, job.vehicle.year, job.customer].filter(Boolean).join(' · ')}
      >
        <Link className="btn btn-outline-dark" href={`/jobs/${job.number}`}>
          To the job
        </Link>
      </PageHead>
      <div className="split fill-split">
        <div className="sheet fill-scroll" role="region" aria-label="New quote" tabIndex={0}>
          {maySend ? (
            <NewQuote job={job.number} view={view} planned={planned} />
          ) : (
            <p className="quiet">Technicians, leads and owners send quotes.</p>
          )}
        </div>
        <div className="sheet fill-scroll" role="region" aria-label="Sent quotes" tabIndex={0}>
          <h2>Sent</h2>
          {view.against && (
            <p className="mb-2">
              <AgainstQuote against={view.against} />
            </p>
          )}
          {view.quotes.length === 0 && <p className="quiet">Nothing was promised yet.</p>}
          {view.quotes.map((quote) => (
            <SentQuote key={quote.id} job={job.number} quote={quote} names={names} mayAnswer={maySend} />
          ))}
        </div>
      </div>
    </div>
  );
}

import Link from 'next/link';
import type { FormerJobView } from '@/contracts/views';
import { planAddress } from '../plan';

/** The longest a line of the tick list may be. */
const LONGEST = 200;

/** What is done between apart and together on the way back to stock: what was fitted comes out, the labelled factory hardware goes in. */
const stockLines = ({ newParts, kept }: FormerJobView['runs'][number], job: number): string[] =>
  [
    ...newParts.map((part) => `Out again: ${part}`),
    ...kept.map((hardware) => `Factory’s back in, from bag ${job}: ${hardware}`),
    'Factory plug joined, adapter in the bag',
    'Factory sound tested',
  ].map((line) => line.slice(0, LONGEST));

/** What a vehicle that comes back had done to it: its evidence, and each teardown to be planned again, only what must reopen. */
export function CameBack({ former: { number, title, runs }, job }: { former: FormerJobView; job: number }) {
  return (
    <section className="sheet" aria-label="Comes back">
      <h2>
        Comes back from <Link href={`/jobs/${number}`}>job {number}</Link>: {title}
      </h2>
      <p className="mb-1">
        <a href={`/api/jobs/${number}/report.pdf`} target="_blank">
          What was done, as it was handed over
        </a>
      </p>
      <ul className="rows">
        {runs.map((run) => (
          <li key={run.id} className="py-2">
            <Link href={`/runs/${run.id}`}>{run.title}</Link>{' '}
            <Link className="btn btn-sm btn-outline-dark ms-2" href={planAddress({ ...run, fits: [] }, job)}>
              Plan what must reopen
            </Link>
            <Link
              className="btn btn-sm btn-outline-dark ms-2"
              href={planAddress({ ...run, fits: [], lines: stockLines(run, number) }, job)}
            >
              Back to stock
            </Link>
            {run.kept.length > 0 && (
              <span className="d-block">
                In the bag labelled {number}: {run.kept.join(', ')}
              </span>
            )}
            {run.forGood.length > 0 && (
              <span className="waits-for d-block">Cannot go back as it was: {run.forGood.join('; ')}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

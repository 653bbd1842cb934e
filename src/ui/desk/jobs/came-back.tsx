import Link from 'next/link';
import type { FormerJobView } from '@/contracts/views';
import { planAddress } from '../plan/plan-address';

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
            {run.kept.length > 0 && (
              <span className="d-block">
                Factory hardware kept, to go back to stock: {run.kept.join(', ')}. Take it from its bag; the same plan
                brings the new parts out and these in.
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

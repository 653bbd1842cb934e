import { readItemKey } from '@/core/procedure';
import Link from 'next/link';
import type { FindingView } from '@/contracts/views';
import { useDates } from '../../design';

/** What runs found about this procedure; each one selects its item. Nothing changes by itself: a lead works it into the next revision. */
export function FromTheBay({
  findings,
  names,
  onSelect,
}: {
  findings: FindingView[];
  names: Record<string, string>;
  onSelect: (id: string) => void;
}) {
  const dates = useDates();
  if (findings.length === 0) return <p className="quiet">No findings from the bay yet.</p>;
  return (
    <section aria-label="From the bay">
      <ul className="rows">
        {findings.map(({ event, item, text, person, at, jobNumber }) => (
          <li key={event} className="py-2">
            <button type="button" className="finding-row" onClick={() => onSelect(readItemKey(item)?.item ?? item)}>
              {text}
            </button>
            <span className="quiet">
              {names[person] ?? person}, {dates.day(at)}, <Link href={`/jobs/${jobNumber}`}>job {jobNumber}</Link>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

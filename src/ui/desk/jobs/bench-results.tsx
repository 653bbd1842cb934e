import type { BenchResultView } from '@/contracts/views';

const STANDINGS = { sure: '✓', exact: '△', no: '✕' } as const;

/** What was worked out at the bench for this job, the latest first. */
export function BenchResults({ results, names }: { results: BenchResultView[]; names: Record<string, string> }) {
  if (results.length === 0) return null;
  return (
    <section className="sheet" aria-label="Worked out at the bench">
      <h2>Worked out at the bench</h2>
      <ul className="rows">
        {results.map(({ id, tool, said, standing, why, by }) => (
          <li key={id} className="py-1">
            <b>
              {STANDINGS[standing]} {tool}:
            </b>{' '}
            {said}
            {why && ` All the same: ${why}.`} <span className="quiet">{names[by] ?? by}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

import type { CheckResult } from '@/core/planning';

/** What the checker found; each one selects its first item. */
export function Remarks({ check, onSelect }: { check: CheckResult; onSelect: (id: string) => void }) {
  const { remarks, coverage } = check;
  return (
    <>
      {remarks.length === 0 && <p className="good mb-1">No problems found.</p>}
      {remarks.map((remark) => (
        <button
          key={`${remark.code} ${remark.message}`}
          type="button"
          className="remark-row"
          onClick={() => remark.items[0] && onSelect(remark.items[0])}
        >
          <span className={remark.level === 'error' ? 'trouble' : 'fw-semibold'}>
            {remark.level === 'error' ? 'Error: ' : 'Warning: '}
          </span>
          {remark.message}
          <span className="repair">{remark.repair}</span>
        </button>
      ))}
      <p className="quiet mt-2 mb-0">
        {coverage.of > 1 &&
          `Checked for ${coverage.exhaustive ? `all ${coverage.of}` : `${coverage.sets} of ${coverage.of}`} combinations of options.`}
      </p>
    </>
  );
}

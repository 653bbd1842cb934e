import type { CheckResult } from '@/core/check';

/** What the checker found; each one selects its first item. */
export function Findings({ check, onSelect }: { check: CheckResult; onSelect: (id: string) => void }) {
  const { findings, coverage } = check;
  return (
    <>
      {findings.length === 0 && <p className="good mb-1">Nothing stands against it.</p>}
      {findings.map((finding) => (
        <button
          key={`${finding.code} ${finding.message}`}
          type="button"
          className="finding-row"
          onClick={() => finding.items[0] && onSelect(finding.items[0])}
        >
          <span className={finding.level === 'error' ? 'trouble' : 'fw-semibold'}>
            {finding.level === 'error' ? 'Error: ' : 'Look: '}
          </span>
          {finding.message}
          <span className="repair">{finding.repair}</span>
        </button>
      ))}
      <p className="quiet mt-2 mb-0">
        Checked under {coverage.exhaustive ? `all ${coverage.sets}` : `${coverage.sets} of ${coverage.of}`} option{' '}
        {coverage.of === 1 ? 'set' : 'sets'}.
      </p>
    </>
  );
}

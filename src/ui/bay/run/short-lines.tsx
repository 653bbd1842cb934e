'use client';
import { shortBy, type LedgerRow } from '@/core/bay';
import type { RunHandle } from './use-run';

/** Reasons offered so that nobody has to type in the bay. */
const REASONS = ['its hole is torn', 'none in stock', 'was missing on arrival'];

/** Pieces that are not there to go back: fitted new, found again, or left out with a reason. */
export function ShortLines({ rows, run }: { rows: LedgerRow[]; run: RunHandle }) {
  return (
    <>
      {rows
        .filter((row) => shortBy(row) > 0)
        .map((row) => (
          <ShortLine key={row.item} row={row} run={run} />
        ))}
    </>
  );
}

function ShortLine({ row, run }: { row: LedgerRow; run: RunHandle }) {
  const count = shortBy(row);
  return (
    <div className={`short-line ${row.allNew ? 'all-new' : ''}`} role="group" aria-label={`${row.words}: short`}>
      {!row.allNew && (
        <>
          <strong>
            {row.words}: {count} short
          </strong>{' '}
          ({[row.scrapped && `${row.scrapped} broken`, row.lost && `${row.lost} lost`].filter(Boolean).join(', ')})
          <div className="buttons">
            <button
              type="button"
              className="btn btn-primary"
              onClick={() => run.record({ type: 'renewed', item: row.item, count })}
            >
              {count} new fitted
            </button>
            {row.lost > 0 && (
              <button
                type="button"
                className="btn btn-outline-dark"
                onClick={() => run.record({ type: 'found', item: row.item, count: row.lost })}
              >
                Found again
              </button>
            )}
          </div>
        </>
      )}
      <div className="buttons" role="group" aria-label="Left out, because">
        <span className="label">Left out, because</span>
        {REASONS.map((reason) => (
          <button
            key={reason}
            type="button"
            className="btn btn-outline-dark"
            onClick={() => run.record({ type: 'omitted', item: row.item, count, reason })}
          >
            {reason}
          </button>
        ))}
      </div>
    </div>
  );
}

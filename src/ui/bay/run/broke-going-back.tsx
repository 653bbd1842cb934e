'use client';
import { knownPieces, type LedgerRow } from '@/core/run';
import type { RunHandle } from './use-run';

/** Pieces that break or fall away while they go back: told with one tap, then replaced like any other. */
export function BrokeGoingBack({ rows, run }: { rows: LedgerRow[]; run: RunHandle }) {
  const tell = (type: 'broken' | 'lost', { item }: LedgerRow, inside = false) =>
    run.record({
      type,
      item,
      count: 1,
      known: knownPieces(run.state.log, item, type),
      ...(inside ? { inside: true } : {}),
    });
  const breakable = rows.filter((row) => !row.allNew && row.needed - row.omitted > 0);
  return breakable.map((row) => (
    <div key={row.item} className="broke-line" role="group" aria-label={row.words}>
      <span className="label">{row.words}</span>
      <button type="button" onClick={() => tell('broken', row)}>
        One broke
      </button>
      <button type="button" onClick={() => tell('lost', row, true)}>
        One fell inside
      </button>
    </div>
  ));
}

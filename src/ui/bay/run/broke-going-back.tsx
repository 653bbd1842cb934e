'use client';
import { useState } from 'react';
import { knownPieces, type LedgerRow } from '@/core/bay';
import type { RunHandle } from './use-run';

/** Pieces that break or fall away while they go back: told with one tap, then replaced like any other. */
export function BrokeGoingBack({ rows, run }: { rows: LedgerRow[]; run: RunHandle }) {
  const [open, setOpen] = useState(false);
  const tell = (type: 'broken' | 'lost', { item }: LedgerRow, inside = false) => {
    setOpen(false);
    run.record({
      type,
      item,
      count: 1,
      known: knownPieces(run.state.log, item, type),
      ...(inside ? { inside: true } : {}),
    });
  };
  const breakable = rows.filter((row) => !row.allNew && row.needed - row.omitted > 0);
  if (breakable.length === 0) return null;
  if (!open)
    return (
      <div className="broke-line">
        <button type="button" className="wide" aria-expanded={false} onClick={() => setOpen(true)}>
          A piece broke or fell inside
        </button>
      </div>
    );
  return breakable.map((row) => (
    <div key={row.item} className="broke-line" role="group" aria-label={row.words}>
      <span className="label">{row.words}</span>
      <button type="button" onClick={() => tell('broken', row)}>
        Broke
      </button>
      <button type="button" onClick={() => tell('lost', row, true)}>
        Fell inside
      </button>
    </div>
  ));
}

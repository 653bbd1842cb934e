'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { StoreRowView, StoresView } from '@/contracts/views';
import { useDates } from '../../design';
import { MoveForm } from './move-form';
import { StoreItem } from './store-item';

const PAUSE_MS = 250;

/** What there is, what open runs will need, what to order; one item at the side, counted and described. */
export function Shelf({
  stores: { stock, matching, total, moves, currency },
  names,
  text,
  mayMove,
}: {
  stores: StoresView;
  names: Record<string, string>;
  text: string;
  mayMove: boolean;
}) {
  const dates = useDates();
  const [chosen, choose] = useState<string | null>(null);
  const row = stock.find(({ kind }) => kind === chosen);
  return (
    <div className="split fill-split">
      <section className="sheet fill-column" aria-label="What there is">
        <SearchStores text={text} />
        <div className="fill-scroll" tabIndex={0} role="region" aria-label="Items">
          {total === 0 && <p className="quiet">Nothing here yet. Count in what is on the shelf; runs take from it.</p>}
          {total > 0 && matching === 0 && <p className="quiet">Nothing in stores is called that.</p>}
          {stock.length > 0 && <ShelfTable rows={stock} chosen={chosen} onChoose={choose} />}
          {matching > stock.length && (
            <p className="quiet">
              {stock.length} of {matching} are shown: type a word to see others.
            </p>
          )}
        </div>
      </section>
      <div className="fill-scroll" tabIndex={0} role="region" aria-label="Item and moves">
        {row && mayMove && <StoreItem key={row.kind} row={row} currency={currency} />}
        {mayMove && <MoveForm />}
        {moves.length > 0 && (
          <section className="sheet mt-3">
            <h2>Recent moves</h2>
            <ul className="rows">
              {moves.map((move, n) => (
                <li key={n} className="py-2">
                  {move.change > 0 ? `+${move.change}` : `−${-move.change}`} {move.name}{' '}
                  <span className="quiet">
                    {[
                      move.reason,
                      move.jobNumber && `job ${move.jobNumber}`,
                      names[move.by] ?? move.by,
                      dates.day(move.at),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  );
}

/** Looks for items at the server: there may be thousands. */
function SearchStores({ text }: { text: string }) {
  const router = useRouter();
  const [typed, setTyped] = useState(text);
  const asked = useRef(text);
  useEffect(() => {
    if (typed === asked.current) return;
    const timer = setTimeout(() => {
      asked.current = typed;
      router.replace(typed.trim() ? `/stores?q=${encodeURIComponent(typed)}` : '/stores', { scroll: false });
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [typed, router]);
  return (
    <input
      className="form-control mb-2"
      type="search"
      aria-label="Find in stores"
      placeholder="clips, size, bin, supplier, number"
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
    />
  );
}

/** The shelf, a line each; what cannot be right asks to be counted. */
function ShelfTable({
  rows,
  chosen,
  onChoose,
}: {
  rows: StoreRowView[];
  chosen: string | null;
  onChoose: (kind: string) => void;
}) {
  return (
    <table className="table ledger-table mb-0">
      <thead>
        <tr>
          <th>Item</th>
          <th>Bin</th>
          <th className="n">There</th>
          <th className="n">Reserved</th>
          <th className="n">Coming</th>
          <th className="n">A month</th>
          <th className="n">Order</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.kind} id={row.kind} className={row.missing > 0 ? 'off' : row.kind === chosen ? 'active' : ''}>
            <td>
              <button
                type="button"
                className="finding-row"
                aria-pressed={row.kind === chosen}
                onClick={() => onChoose(row.kind)}
              >
                {row.name}
              </button>
              {row.missing > 0 && (
                <span className="trouble d-block">{row.missing} more taken than there were: count it</span>
              )}
              {row.covered > 0 && <span className="quiet d-block">others of “{row.anyOf}” stand in</span>}
            </td>
            <td>{row.bin || '–'}</td>
            <td className="n">{row.count}</td>
            <td className="n">{row.reserved || '–'}</td>
            <td className="n">{row.coming || '–'}</td>
            <td className="n">{row.perMonth || '–'}</td>
            <td className="n">{row.order ? <strong>{row.order}</strong> : '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

'use client';
import type { StoreRowView } from '@/contracts/views';
import { moneyWords } from '@/core/shop';

/** What to order, a draft of a mail for each supplier, and all of it as CSV. */
export function Reorder({ stock, currency }: { stock: StoreRowView[]; currency: string }) {
  const rows = stock.filter(({ order }) => order > 0);
  const suppliers = [...new Set(rows.map(({ supplier }) => supplier))].sort();
  const sum = rows.reduce((all, { order, priceCents }) => all + order * (priceCents ?? 0), 0);
  if (rows.length === 0) return <span className="good">✓ Enough of everything</span>;
  return (
    <details className="files-menu">
      <summary className="btn btn-primary">To order: {rows.length}</summary>
      <div className="files-list">
        {suppliers.map((supplier) => {
          const own = rows.filter((row) => row.supplier === supplier);
          return (
            <section key={supplier} aria-label={supplier || 'No supplier'}>
              <h2>{supplier || 'No supplier yet'}</h2>
              <ul className="mb-1">
                {own.map(({ kind, name, order }) => (
                  <li key={kind}>
                    {order} {name}
                  </li>
                ))}
              </ul>
              <a href={mailDraft(own)}>Draft a mail</a>
            </section>
          );
        })}
        <p className="mb-1 mt-2">
          {sum > 0 && `About ${moneyWords(sum, currency)}. `}
          <a href="/api/stores/reorder.csv" download>
            As CSV
          </a>
        </p>
      </div>
    </details>
  );
}

/** A mail to be looked at before it is sent. */
function mailDraft(rows: StoreRowView[]): string {
  const mail = rows.find((row) => row.mail)?.mail ?? '';
  const lines = rows.map(({ order, number, name }) => `${order} × ${[number, name].filter(Boolean).join(' ')}`);
  const query = `subject=${encodeURIComponent('Order')}&body=${encodeURIComponent(`Please send:\n\n${lines.join('\n')}\n`)}`;
  return `mailto:${encodeURIComponent(mail).replace('%40', '@')}?${query}`;
}

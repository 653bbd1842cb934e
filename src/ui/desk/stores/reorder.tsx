'use client';
import { useRouter } from 'next/navigation';
import type { StoreRowView } from '@/contracts/views';
import { moneyWords } from '@/core/shop';
import { Trouble, useSend } from '../../design';

/** What to order: for each supplier a draft of a mail, the order itself, and all of it as CSV. */
export function Reorder({ rows, currency, mayOrder }: { rows: StoreRowView[]; currency: string; mayOrder: boolean }) {
  const suppliers = [...new Set(rows.map(({ supplier }) => supplier))].sort();
  const sum = rows.reduce((all, { order, priceCents }) => all + order * (priceCents ?? 0), 0);
  if (rows.length === 0) return <span className="good">✓ Enough of everything</span>;
  return (
    <details className="files-menu">
      <summary className="btn btn-primary">To order: {rows.length}</summary>
      <div className="files-list">
        {suppliers.map((supplier) => (
          <SupplierOrder
            key={supplier}
            supplier={supplier}
            rows={rows.filter((row) => row.supplier === supplier)}
            mayOrder={mayOrder}
          />
        ))}
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

function SupplierOrder({ supplier, rows, mayOrder }: { supplier: string; rows: StoreRowView[]; mayOrder: boolean }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const order = async () => {
    const lines = rows.map(({ kind, order: count }) => ({ kind, count }));
    if ((await run('POST', '/api/stores/orders', { id: crypto.randomUUID(), supplier, lines })) === null) return;
    router.push('/stores?tab=orders');
    router.refresh();
  };
  return (
    <section aria-label={supplier || 'No supplier'}>
      <h2>{supplier || 'No supplier yet'}</h2>
      <ul className="mb-1">
        {rows.map(({ kind, name, order: count }) => (
          <li key={kind}>
            {count} {name}
          </li>
        ))}
      </ul>
      <a href={mailDraft(rows)}>Draft a mail</a>
      {supplier && mayOrder && (
        <button type="button" className="btn btn-sm btn-outline-dark ms-3" disabled={busy} onClick={() => void order()}>
          Note as ordered
        </button>
      )}
      <Trouble text={trouble} />
    </section>
  );
}

/** A mail to be looked at before it is sent. */
function mailDraft(rows: StoreRowView[]): string {
  const mail = rows.find((row) => row.mail)?.mail ?? '';
  const lines = rows.map(({ order, number, name }) => `${order} × ${[number, name].filter(Boolean).join(' ')}`);
  const query = `subject=${encodeURIComponent('Order')}&body=${encodeURIComponent(`Please send:\n\n${lines.join('\n')}\n`)}`;
  return `mailto:${encodeURIComponent(mail).replace('%40', '@')}?${query}`;
}

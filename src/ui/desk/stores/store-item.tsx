'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { StoreRowView } from '@/contracts/views';
import { centsIn } from '@/core/shop';
import { sendBytes, troubleWords } from '../../../device/http';
import { TextFields, Trouble, useSend } from '../../design';

const FIELDS = [
  ['size', 'Size'],
  ['ownNumber', 'Own number'],
  ['number', 'Supplier’s number'],
  ['bin', 'Bin'],
  ['supplier', 'Supplier'],
  ['mail', 'Orders by mail to'],
  ['price', 'Price each'],
  ['minimum', 'Never fewer than'],
  ['leadDays', 'Days to come'],
  ['anyOf', 'Stands in as any'],
] as const;
type Typed = Record<(typeof FIELDS)[number][0], string>;

/** Everything about one item, and its count put right. */
export function StoreItem({ row, currency }: { row: StoreRowView; currency: string }) {
  const router = useRouter();
  const { busy, trouble, setTrouble, run } = useSend();
  const [count, setCount] = useState('');
  const [typed, setTyped] = useState<Typed>({
    size: row.size,
    ownNumber: row.ownNumber,
    anyOf: row.anyOf,
    number: row.number,
    bin: row.bin,
    supplier: row.supplier,
    mail: row.mail,
    price: row.priceCents === null ? '' : (row.priceCents / 100).toFixed(2),
    minimum: String(row.minimum),
    leadDays: String(row.leadDays),
  });
  const keep = async () => {
    const { price, minimum, leadDays, ...rest } = typed;
    const priceCents = price.trim() ? centsIn(price) : null;
    if (price.trim() && priceCents === null) return setTrouble(`“${price}” is no price: write 12.50 or 12,50.`);
    const body = { kind: row.kind, ...rest, priceCents, minimum: Number(minimum), leadDays: Number(leadDays) };
    if ((await run('PUT', '/api/stores/items', body)) !== null) router.refresh();
  };
  const put = async () => {
    if ((await run('POST', '/api/stores/count', { kind: row.kind, count: Number(count) })) === null) return;
    setCount('');
    router.refresh();
  };
  return (
    <section className="sheet" aria-label={row.name}>
      <h2>{row.name}</h2>
      <ItemPhoto row={row} />
      <div className="d-flex gap-2 align-items-end mb-2">
        <label>
          Counted
          <input
            className="form-control number-field"
            inputMode="numeric"
            aria-label={`${row.name}: counted`}
            placeholder={String(Math.max(0, row.count))}
            value={count}
            onChange={(event) => setCount(event.target.value)}
          />
        </label>
        <button
          type="button"
          className="btn btn-outline-dark"
          disabled={busy || !/^\d+$/.test(count.trim())}
          onClick={() => void put()}
        >
          Put the count right
        </button>
      </div>
      <div className="field-grid">
        <TextFields
          fields={FIELDS.map(
            ([field, label]) => [field, field === 'price' && currency ? `${label}, ${currency}` : label] as const,
          )}
          typed={typed}
          onType={(change) => setTyped({ ...typed, ...change })}
        />
      </div>
      <Trouble text={trouble} />
      <button type="button" className="btn btn-primary mt-2" disabled={busy} onClick={() => void keep()}>
        Save item
      </button>
    </section>
  );
}

/** What it looks like; taken with a tablet, or chosen. */
function ItemPhoto({ row: { kind, name, hasPhoto } }: { row: StoreRowView }) {
  const router = useRouter();
  const [taken, setTaken] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const address = `/api/stores/photos/${encodeURIComponent(kind)}`;
  const keep = async (file: File | undefined) => {
    if (!file) return;
    try {
      await sendBytes('PUT', address, file);
      setTaken(taken + 1);
      setTrouble(null);
      router.refresh();
    } catch (error) {
      setTrouble(troubleWords(error));
    }
  };
  return (
    <div className="d-flex gap-3 align-items-end mb-2">
      {(hasPhoto || taken > 0) && (
        // eslint-disable-next-line @next/next/no-img-element -- comes from the shop's own database
        <img className="store-photo" src={`${address}?small&v=${taken}`} alt={name} />
      )}
      <label>
        {hasPhoto ? 'Another photo' : 'Photo'}
        <input
          type="file"
          className="form-control"
          accept="image/*"
          onChange={(event) => void keep(event.target.files?.[0])}
        />
      </label>
      <Trouble text={trouble} />
    </div>
  );
}

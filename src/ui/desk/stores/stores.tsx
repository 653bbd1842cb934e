'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { stockMoveSchema, type StockMoveForm } from '@/contracts/schemas';
import type { StoreRowView, StoresView } from '@/contracts/views';
import { useDates, Field, PageHead, Trouble, useCatalogue, useSend } from '../../design';
import { Delivery } from './delivery';
import { Reorder } from './reorder';
import { StoreItem } from './store-item';

const EMPTY: StockMoveForm = { kind: 'push-clip', change: 1, reason: '' };

/** What there is of clips and materials, what open runs will need, what to order; counted, delivered, taken out. */
export function Stores({
  stores: { stock, moves, currency },
  names,
  mayMove,
}: {
  stores: StoresView;
  names: Record<string, string>;
  mayMove: boolean;
}) {
  const dates = useDates();
  const [chosen, choose] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const wanted = search.trim().toLowerCase();
  const shown = stock.filter(({ kind, name, number, bin, supplier }) =>
    `${kind} ${name} ${number} ${bin} ${supplier}`.toLowerCase().includes(wanted),
  );
  const row = stock.find(({ kind }) => kind === chosen);
  return (
    <div className="fill-page">
      <PageHead title="Stores" under="Clips, screws and materials; finished runs take what they fitted new">
        {mayMove && <Delivery />}
        <Reorder stock={stock} currency={currency} />
      </PageHead>
      <div className="split fill-split">
        <section className="sheet fill-column" aria-label="What there is">
          <input
            className="form-control mb-2"
            type="search"
            aria-label="Find in stores"
            placeholder="clips, bin, supplier, number"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          <div className="fill-scroll" tabIndex={0} role="region" aria-label="Items">
            {stock.length === 0 && (
              <p className="quiet">Nothing here yet. Count in what is on the shelf; runs take from it.</p>
            )}
            {stock.length > 0 && <Shelf rows={shown} chosen={chosen} onChoose={choose} />}
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
                      {[move.reason, names[move.by] ?? move.by, dates.day(move.at)].filter(Boolean).join(' · ')}
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </div>
  );
}

/** The shelf, a line each; one that cannot be right asks to be counted. */
function Shelf({
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
          <th className="n">A month</th>
          <th className="n">Order</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.kind} id={row.kind} className={row.count < 0 ? 'off' : row.kind === chosen ? 'active' : ''}>
            <td>
              <button
                type="button"
                className="finding-row"
                aria-pressed={row.kind === chosen}
                onClick={() => onChoose(row.kind)}
              >
                {row.name}
              </button>
            </td>
            <td>{row.bin || '–'}</td>
            <td className="n">
              {row.count}
              {row.count < 0 && ' (more taken than put in: count it)'}
            </td>
            <td className="n">{row.reserved || '–'}</td>
            <td className="n">{row.perMonth || '–'}</td>
            <td className="n">{row.order ? <strong>{row.order}</strong> : '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function MoveForm() {
  const catalogue = useCatalogue();
  const {
    register,
    handleSubmit,
    reset,
    formState: { errors },
  } = useForm<StockMoveForm>({ resolver: joiResolver(stockMoveSchema), defaultValues: EMPTY });
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const save = handleSubmit(async (values) => {
    if (!(await run('POST', '/api/stores', values))) return;
    reset({ ...EMPTY, kind: values.kind });
    router.refresh();
  });
  return (
    <Form className="sheet" onSubmit={save} noValidate>
      <h2>Add or take out</h2>
      <Field id="kind" label="What" error={errors.kind}>
        <Form.Control list="kinds" {...register('kind')} />
      </Field>
      <datalist id="kinds">
        {[...catalogue.fasteners.values()].map((kind) => (
          <option key={kind.code} value={kind.code}>
            {kind.plural}
          </option>
        ))}
      </datalist>
      <Field id="change" label="How many" hint="Use minus to take out" error={errors.change}>
        <Form.Control type="number" {...register('change', { valueAsNumber: true })} />
      </Field>
      <Field id="reason" label="Why" error={errors.reason}>
        <Form.Control placeholder="Delivery, scrapped, bent in the bag" {...register('reason')} />
      </Field>
      <Trouble text={trouble} />
      <button type="submit" className="btn btn-primary" disabled={busy}>
        Move
      </button>
    </Form>
  );
}

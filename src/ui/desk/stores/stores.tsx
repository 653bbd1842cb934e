'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { useForm } from 'react-hook-form';
import { stockMoveSchema, type StockMoveForm } from '@/contracts/schemas';
import type { StoresView } from '@/contracts/views';
import { useDates, Field, PageHead, Trouble, useCatalogue, useSend } from '../../design';

const EMPTY: StockMoveForm = { kind: 'push-clip', change: 1, reason: '' };

/** What there is of clips and materials, what runs took, what was put in. */
export function Stores({
  stores: { stock, moves },
  names,
  mayMove,
}: {
  stores: StoresView;
  names: Record<string, string>;
  mayMove: boolean;
}) {
  const dates = useDates();
  return (
    <>
      <PageHead title="Stores" under="Clips, screws and materials; finished runs take what they fitted new" />
      <div className="split">
        <section className="sheet">
          <h2>What there is</h2>
          {stock.length === 0 && (
            <p className="quiet">Nothing here yet. Count in what is on the shelf; runs take from it.</p>
          )}
          {stock.length > 0 && (
            <Table className="ledger-table mb-0">
              <thead>
                <tr>
                  <th>Kind</th>
                  <th className="n">There</th>
                </tr>
              </thead>
              <tbody>
                {stock.map((row) => (
                  <tr key={row.kind} id={row.kind} className={row.count < 0 ? 'off' : ''}>
                    <td>{row.name}</td>
                    <td className="n">
                      {row.count}
                      {row.count < 0 && ' (more taken than put in)'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </section>
        {mayMove && <MoveForm />}
      </div>
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
    </>
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
        <Form.Control placeholder="Delivery, count, bent in the bag" {...register('reason')} />
      </Field>
      <Trouble text={trouble} />
      <button type="submit" className="btn btn-primary" disabled={busy}>
        Move
      </button>
    </Form>
  );
}

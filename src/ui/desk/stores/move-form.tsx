'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { stockMoveSchema, type StockMoveForm } from '@/contracts/schemas';
import { Field, Trouble, useCatalogue, useSend } from '../../design';

const EMPTY: StockMoveForm = { kind: 'push-clip', change: 1, reason: '' };

/** Puts pieces in, takes them out, scraps them. */
export function MoveForm() {
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

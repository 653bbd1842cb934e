'use client';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useController, useFieldArray, type Control, type FieldErrors, type UseFormRegister } from 'react-hook-form';
import type { QuotePrice, SettingsForm } from '@/contracts/views';
import { Field, MoneyField } from '../../design';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** How labour is charged, tax, and when the shop works: what a quote promises by. */
export function QuoteTerms({
  procedures,
  control,
  register,
  errors,
}: {
  procedures: { id: string; title: string }[];
  control: Control<SettingsForm>;
  register: UseFormRegister<SettingsForm>;
  errors: FieldErrors<SettingsForm['quotes']> | undefined;
}) {
  // What is wrong with the two times together stands at the group itself.
  const hours = errors?.root?.message ?? (errors as { message?: string } | undefined)?.message;
  const { fields, append, remove } = useFieldArray({ control, name: 'quotes.prices' });
  return (
    <section className="sheet">
      <h2>Quotes</h2>
      <div className="pair-grid">
        <Field id="quote-labour" label="Labour is charged" error={errors?.labour}>
          <Form.Select {...register('quotes.labour')}>
            <option value="time">by the time it takes</option>
            <option value="procedure">by procedure</option>
            <option value="flat">one price for all</option>
          </Form.Select>
        </Field>
        <Field id="quote-basis" label="By which time" error={errors?.basis}>
          <Form.Select {...register('quotes.basis')}>
            <option value="safe">safe time</option>
            <option value="likely">likely time</option>
          </Form.Select>
        </Field>
        <MoneyField control={control} name="quotes.flatCents" label="Flat price" />
        <Field id="quote-tax" label="Tax, %" error={errors?.taxPercent}>
          <Form.Control type="number" step="any" {...register('quotes.taxPercent', { valueAsNumber: true })} />
        </Field>
        <Field id="quote-opens" label="Opens" error={errors?.opens}>
          <Form.Control {...register('quotes.opens')} />
        </Field>
        <Field id="quote-closes" label="Closes" error={errors?.closes}>
          <Form.Control {...register('quotes.closes')} />
        </Field>
      </div>
      {hours && <p className="trouble">{hours}</p>}
      <Form.Check id="quote-included" label="Prices have the tax in them" {...register('quotes.isTaxIncluded')} />
      <WorkingDays control={control} />
      {fields.map((field, n) => (
        <div key={field.id} className="pair-grid">
          <PriceOf n={n} was={field} control={control} procedures={procedures} />
          <MoneyField control={control} name={`quotes.prices.${n}.cents`} label="Price" />
          <Button variant="outline-dark" size="sm" className="align-self-center" onClick={() => remove(n)}>
            Remove this price
          </Button>
        </div>
      ))}
      <Button
        variant="outline-dark"
        size="sm"
        disabled={procedures.length === 0}
        onClick={() => append({ procedure: procedures[0].id, title: procedures[0].title, cents: 0 })}
      >
        Add a procedure’s price
      </Button>
    </section>
  );
}

/** Which procedure a price is of. */
function PriceOf({
  n,
  was,
  control,
  procedures,
}: {
  n: number;
  was: QuotePrice;
  control: Control<SettingsForm>;
  procedures: { id: string; title: string }[];
}) {
  const { field, fieldState } = useController({ control, name: `quotes.prices.${n}` });
  const { procedure, title } = field.value;
  const isListed = procedures.some(({ id }) => id === procedure);
  const pick = (id: string) => {
    const one = procedures.find((known) => known.id === id);
    if (one) field.onChange({ ...field.value, procedure: one.id, title: one.title });
  };
  return (
    <Field
      id={`price-of-${n}`}
      label="Procedure"
      {...(fieldState.error?.message ? { error: fieldState.error } : {})}
      {...(procedure === null ? { hint: `It was found by the words “${was.title}”: choose its procedure.` } : {})}
    >
      <Form.Select value={procedure ?? ''} onChange={(event) => pick(event.target.value)}>
        {!isListed && <option value={procedure ?? ''}>{procedure === null ? 'Choose…' : title}</option>}
        {procedures.map((one) => (
          <option key={one.id} value={one.id}>
            {one.title}
          </option>
        ))}
      </Form.Select>
    </Field>
  );
}

/** The days on which the shop works. */
function WorkingDays({ control }: { control: Control<SettingsForm> }) {
  const { field, fieldState } = useController({ control, name: 'quotes.days' });
  const flip = (day: number, on: boolean) =>
    field.onChange(on ? [...field.value, day].sort((a, b) => a - b) : field.value.filter((one) => one !== day));
  return (
    <fieldset className="d-flex flex-wrap gap-3 my-2">
      <legend className="label">Working days</legend>
      {DAYS.map((name, n) => (
        <Form.Check
          key={name}
          id={`day-${n + 1}`}
          label={name}
          checked={field.value.includes(n + 1)}
          onChange={({ target }) => flip(n + 1, target.checked)}
        />
      ))}
      {fieldState.error && <p className="trouble w-100">{fieldState.error.message}</p>}
    </fieldset>
  );
}

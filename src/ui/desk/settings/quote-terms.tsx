'use client';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useFieldArray, type Control, type FieldErrors, type UseFormRegister } from 'react-hook-form';
import type { SettingsForm } from '@/contracts/views';
import { Field, numberOrNull } from '../../design';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** How labour is charged, tax, and when the shop works: what a quote promises by. */
export function QuoteTerms({
  control,
  register,
  errors,
}: {
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
        <Field id="quote-flat" label="The one price" error={errors?.flat}>
          <Form.Control type="number" step="any" {...register('quotes.flat', numberOrNull)} />
        </Field>
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
      <fieldset className="d-flex flex-wrap gap-3 my-2">
        <legend className="label">Days of work</legend>
        {DAYS.map((day, n) => (
          <Form.Check
            key={day}
            id={`day-${n + 1}`}
            label={day}
            value={n + 1}
            {...register('quotes.days', { setValueAs: (days: unknown) => [days].flat().map(Number).filter(Boolean) })}
          />
        ))}
      </fieldset>
      {fields.map((field, n) => (
        <div key={field.id} className="pair-grid">
          <Field id={`price-title-${n}`} label="Procedure: words of its title" error={errors?.prices?.[n]?.title}>
            <Form.Control {...register(`quotes.prices.${n}.title`)} />
          </Field>
          <Field id={`price-${n}`} label="Price" error={errors?.prices?.[n]?.price}>
            <Form.Control type="number" step="any" {...register(`quotes.prices.${n}.price`, { valueAsNumber: true })} />
          </Field>
          <Button variant="outline-dark" size="sm" onClick={() => remove(n)}>
            Remove this price
          </Button>
        </div>
      ))}
      <Button variant="outline-dark" size="sm" onClick={() => append({ title: '', price: 0 })}>
        Add a procedure’s price
      </Button>
    </section>
  );
}

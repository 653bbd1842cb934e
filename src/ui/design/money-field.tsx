'use client';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { type FieldPath, type FieldValues, useController, type Control } from 'react-hook-form';
import { centsIn } from '@/core/shop';
import { Field } from './field';

/** An amount of money as people type it, kept in hundredths; what cannot be read stays as it was typed, with what is wrong beside it. Empty is none. */
export function MoneyField<Values extends FieldValues>({
  control,
  name,
  label,
  hint,
}: {
  control: Control<Values>;
  name: FieldPath<Values>;
  label: string;
  hint?: string;
}) {
  const { field, fieldState } = useController({ control, name });
  const [text, setText] = useState(() => (typeof field.value === 'number' ? (field.value / 100).toFixed(2) : ''));
  const change = (typed: string) => {
    setText(typed);
    field.onChange(typed.trim() === '' ? null : (centsIn(typed) ?? typed));
  };
  return (
    <Field
      id={name}
      label={label}
      {...(hint ? { hint } : {})}
      {...(fieldState.error ? { error: fieldState.error } : {})}
    >
      <Form.Control
        inputMode="decimal"
        value={text}
        ref={field.ref}
        onBlur={field.onBlur}
        onChange={(event) => change(event.target.value)}
      />
    </Field>
  );
}

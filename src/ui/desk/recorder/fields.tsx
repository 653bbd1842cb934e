'use client';
import { useState, type ReactNode } from 'react';
import Form from 'react-bootstrap/Form';

/** A text field that hands over its value when left or on Enter, so that undo takes back whole words. */
export function TextField({
  label,
  value,
  onCommit,
  type = 'text',
}: {
  label: string;
  value: string;
  onCommit: (value: string) => void;
  type?: string;
}) {
  const [text, setText] = useState(value);
  const [seen, setSeen] = useState(value);
  if (seen !== value) {
    setSeen(value);
    setText(value);
  }
  const commit = () => {
    if (text !== value) onCommit(text.trim());
  };
  return (
    <Form.Group className="mb" controlId={`field-${label}`}>
      <Form.Label className="label">{label}</Form.Label>
      <Form.Control
        type={type}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
        }}
      />
    </Form.Group>
  );
}

/** A positive number in millimetres or pieces; empty means not known. */
export function NumberField({
  label,
  value,
  onCommit,
  min = 0,
}: {
  label: string;
  value: number | undefined;
  onCommit: (value: number | undefined) => void;
  min?: number;
}) {
  const take = (text: string) => {
    const number = Number(text);
    if (text === '') onCommit(undefined);
    else if (Number.isFinite(number) && number >= min) onCommit(number);
  };
  return <TextField label={label} type="number" value={value === undefined ? '' : String(value)} onCommit={take} />;
}

/** One choice of several. */
export function SelectField({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: [value: string, words: string][];
  onChange: (value: string) => void;
}) {
  return (
    <Form.Group className="mb" controlId={`field-${label}`}>
      <Form.Label className="label">{label}</Form.Label>
      <Form.Select value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map(([code, words]) => (
          <option key={code} value={code}>
            {words}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

/** A row of chips, any number pressed. */
export function Chips({
  label,
  options,
  pressed,
  onToggle,
  children,
}: {
  label: string;
  options: [value: string, words: string][];
  pressed: string[];
  onToggle: (value: string) => void;
  children?: ReactNode;
}) {
  return (
    <fieldset className="mb">
      <legend>{label}</legend>
      <div className="chips">
        {children}
        {options.map(([value, words]) => (
          <button key={value} type="button" aria-pressed={pressed.includes(value)} onClick={() => onToggle(value)}>
            {words}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

/** Adds or removes one value of a list. */
export const toggled = (list: string[], value: string) =>
  list.includes(value) ? list.filter((one) => one !== value) : [...list, value];

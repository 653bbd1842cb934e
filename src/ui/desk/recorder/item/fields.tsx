'use client';
import { useEffect, useId, useRef, useState, type ReactNode } from 'react';
import { withoutUndefined } from '@/core/document';

/** How long nothing may be typed before it is taken over, milliseconds. */
const PAUSE_MS = 400;

/** A row of the inspector: what it is on the left, its controls on the right. */
export function Row({ label, htmlFor, children }: { label: string; htmlFor?: string; children: ReactNode }) {
  return (
    <div className="field-row">
      {htmlFor ? (
        <label className="field-label" htmlFor={htmlFor}>
          {label}
        </label>
      ) : (
        <span className="field-label">{label}</span>
      )}
      <div className="field-controls">{children}</div>
    </div>
  );
}

/**
 * Text that is taken over while it is typed, when the field is left, and when it goes away: nothing typed is lost, whatever is tapped next. Returns what
 * stands in the field; a value changed from outside replaces it.
 */
function useTyped(value: string, take: (text: string) => void) {
  const [text, setText] = useState(value);
  const [seen, setSeen] = useState(value);
  const state = useRef({ text, value, take });
  state.current = { text, value, take };
  if (seen !== value) {
    setSeen(value);
    // What is being typed stays as it is typed; a change from outside (undo) is shown.
    if (value !== text.trim()) setText(value);
  }
  useEffect(() => {
    if (text === value) return;
    const timer = setTimeout(() => state.current.take(state.current.text), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text, value]);
  useEffect(
    () => () => {
      const { text: last, value: known, take: takeLast } = state.current;
      if (last !== known) takeLast(last);
    },
    [],
  );
  const leave = () => {
    if (text !== value) take(text);
  };
  return { text, setText, leave };
}

interface TextRowProps {
  label: string;
  value: string | undefined;
  /** `undefined` where the field was emptied. */
  onChange: (value: string | undefined) => void;
  placeholder?: string;
  /** Offered while typing. */
  suggestions?: string[];
  lines?: number;
  max?: number;
}

/** A row with text. Too long a text is said where it is typed, and everything up to the limit is kept. */
export function TextRow({ label, value, onChange, placeholder, suggestions, lines = 1, max = 2000 }: TextRowProps) {
  const id = useId();
  const { text, setText, leave } = useTyped(value ?? '', (typed) => {
    const next = typed.trim().slice(0, max);
    if (next !== (value ?? '')) onChange(next === '' ? undefined : next);
  });
  const tooLong = text.trim().length > max;
  const shared = {
    id,
    value: text,
    placeholder,
    'aria-invalid': tooLong || undefined,
    onBlur: leave,
  };
  return (
    <Row label={label} htmlFor={id}>
      {lines > 1 ? (
        <textarea {...shared} rows={lines} className="form-control" onChange={(event) => setText(event.target.value)} />
      ) : (
        <input
          {...shared}
          className="form-control"
          list={suggestions && `${id}-list`}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') leave();
          }}
        />
      )}
      {suggestions && (
        <datalist id={`${id}-list`}>
          {suggestions.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      )}
      {tooLong && (
        <p className="trouble field-trouble" role="alert">
          {text.trim().length} characters: only the first {max} are saved.
        </p>
      )}
    </Row>
  );
}

interface NumberRowProps {
  label: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  unit?: string;
  min?: number;
  max: number;
  whole?: boolean;
  /** What an empty field means; without it the field must hold a number. */
  empty?: string;
  children?: ReactNode;
}

/** A row with a number. What is not allowed stays in the field with the reason; the value kept is the last that was. */
export function NumberRow({ label, value, onChange, unit, min = 0, max, whole, empty, children }: NumberRowProps) {
  const id = useId();
  const shown = value === undefined ? '' : String(value);
  const problem = (typed: string): string | null => {
    if (typed === '') return empty === undefined ? `Enter a number from ${min} to ${max}.` : null;
    const number = Number(typed.replace(',', '.'));
    if (!Number.isFinite(number)) return 'Enter a number.';
    if (whole && !Number.isInteger(number)) return 'Enter a whole number.';
    return number < min || number > max ? `Enter ${min} to ${max}.` : null;
  };
  const { text, setText, leave } = useTyped(shown, (typed) => {
    const plain = typed.trim();
    if (problem(plain) === null && plain !== shown)
      onChange(plain === '' ? undefined : Number(plain.replace(',', '.')));
  });
  const trouble = problem(text.trim());
  return (
    <Row label={label} htmlFor={id}>
      <input
        id={id}
        className="form-control number-field"
        inputMode="decimal"
        value={text}
        placeholder={empty}
        aria-invalid={trouble !== null || undefined}
        onChange={(event) => setText(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => {
          if (event.key === 'Enter') leave();
        }}
      />
      {unit && <span className="unit">{unit}</span>}
      {children}
      {trouble && (
        <p className="trouble field-trouble" role="alert">
          {trouble} {value !== undefined && `Still saved: ${value}.`}
        </p>
      )}
    </Row>
  );
}

/** A row with one choice of several. */
export function SelectRow({
  label,
  value,
  options,
  onChange,
  children,
}: {
  label: string;
  value: string;
  options: [value: string, words: string][];
  onChange: (value: string) => void;
  children?: ReactNode;
}) {
  const id = useId();
  return (
    <Row label={label} htmlFor={id}>
      <select id={id} className="form-select" value={value} onChange={(event) => onChange(event.target.value)}>
        {options.some(([code]) => code === value) ? null : <option value={value}>{value}</option>}
        {options.map(([code, words]) => (
          <option key={code} value={code}>
            {words}
          </option>
        ))}
      </select>
      {children}
    </Row>
  );
}

/** A row of chips, any number pressed. */
export function ChipRow({
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
    <Row label={label}>
      <div className="chips" role="group" aria-label={label}>
        {options.map(([value, words]) => (
          <button key={value} type="button" aria-pressed={pressed.includes(value)} onClick={() => onToggle(value)}>
            {words}
          </button>
        ))}
        {children}
      </div>
    </Row>
  );
}

/** A row of things picked from a list: each a chip that is tapped away, and a list to add from. */
export function PickRow({
  label,
  picked,
  options,
  onChange,
  add = 'add…',
  atLeast = 0,
  children,
}: {
  label: string;
  picked: string[];
  options: [value: string, words: string][];
  onChange: (picked: string[]) => void;
  add?: string;
  /** So many stay: the last ones cannot be tapped away. */
  atLeast?: number;
  children?: ReactNode;
}) {
  const words = new Map(options);
  const left = options.filter(([value]) => !picked.includes(value));
  return (
    <Row label={label}>
      <div className="chips" role="group" aria-label={label}>
        {picked.map((value) => (
          <button
            key={value}
            type="button"
            aria-pressed
            disabled={picked.length <= atLeast}
            title={picked.length <= atLeast ? 'Add another one first' : 'Tap to remove'}
            onClick={() => onChange(picked.filter((one) => one !== value))}
          >
            {words.get(value) ?? value}
            {picked.length > atLeast && ' ×'}
          </button>
        ))}
        {left.length > 0 && (
          <select
            className="add-pick"
            aria-label={`${label}: ${add}`}
            value=""
            onChange={(event) => event.target.value && onChange([...picked, event.target.value])}
          >
            <option value="">{add}</option>
            {left.map(([value, one]) => (
              <option key={value} value={value}>
                {one}
              </option>
            ))}
          </select>
        )}
        {children}
      </div>
    </Row>
  );
}

/** Adds or removes one value of a list. */
export const toggled = (list: string[], value: string) =>
  list.includes(value) ? list.filter((one) => one !== value) : [...list, value];

/** A list of the document without what is empty: absent rather than an empty list. */
export const listOrNothing = <T,>(list: T[]): T[] | undefined => (list.length ? list : undefined);

/** A list with one entry patched; a field given as undefined is removed. */
export const patched = <T extends object>(list: T[], at: number, patch: Partial<T>): T[] =>
  list.map((one, n) => (n === at ? withoutUndefined({ ...one, ...patch }) : one));

/** A list of the document without one entry: absent where that was the last. */
export const withoutEntry = <T,>(list: T[], at: number): T[] | undefined =>
  listOrNothing(list.filter((_, n) => n !== at));

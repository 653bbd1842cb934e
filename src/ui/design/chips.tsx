'use client';
import type { ReactNode } from 'react';

/** One of several, tapped with a glove. */
export function Chips<T extends string>({
  label,
  options,
  value,
  onPick,
}: {
  label: string;
  options: readonly (T | [value: T, words: ReactNode])[];
  value: T | null;
  onPick: (value: T) => void;
}) {
  return (
    <div className="picks" role="group" aria-label={label}>
      <span className="label">{label}</span>
      {options.map((option) => {
        const [key, words] = typeof option === 'string' ? [option, option] : option;
        return (
          <button key={key} type="button" aria-pressed={value === key} onClick={() => onPick(key)}>
            {words}
          </button>
        );
      })}
    </div>
  );
}

'use client';
/** A count with large minus and plus. */
export function Stepper({
  label,
  value,
  min = 0,
  warns = false,
  max,
  onChange,
}: {
  label: (value: number) => string;
  value: number;
  min?: number;
  /** Anything above none is bad news. */
  warns?: boolean;
  max: number;
  onChange: (value: number) => void;
}) {
  const words = label(value);
  return (
    <div className="stepper" role="group" aria-label={words} data-at-once="">
      <button type="button" aria-label={`Fewer: ${words}`} disabled={value <= min} onClick={() => onChange(value - 1)}>
        −
      </button>
      <output className={warns && value > 0 ? 'some' : ''}>{words}</output>
      <button type="button" aria-label={`More: ${words}`} disabled={value >= max} onClick={() => onChange(value + 1)}>
        +
      </button>
    </div>
  );
}

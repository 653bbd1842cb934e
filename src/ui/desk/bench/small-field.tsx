/** A short field under its name, as the tools with a page of their own stand them side by side. */
export function SmallField({
  label,
  unit,
  isNumber,
  value,
  onChange,
}: {
  label: string;
  unit?: string;
  isNumber?: boolean;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <label>
      {label}
      <span className="d-flex gap-1 align-items-center">
        <input
          className={isNumber ? 'form-control number-field' : 'form-control'}
          maxLength={200}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
        {unit && <span className="unit">{unit}</span>}
      </span>
    </label>
  );
}

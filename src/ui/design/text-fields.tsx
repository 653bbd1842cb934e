/** Labelled text fields of what is being typed, in the order given; for a grid of fields. */
export function TextFields<Field extends string>({
  fields,
  typed,
  onType,
}: {
  fields: readonly (readonly [field: Field, label: string])[];
  typed: Readonly<Record<Field, string>>;
  onType: (change: Partial<Record<Field, string>>) => void;
}) {
  return fields.map(([field, label]) => (
    <label key={field}>
      {label}
      <input
        className="form-control"
        value={typed[field]}
        onChange={(event) => onType({ [field]: event.target.value } as Partial<Record<Field, string>>)}
      />
    </label>
  ));
}

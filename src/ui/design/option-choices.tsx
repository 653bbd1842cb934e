'use client';

/** The options of a vehicle that change the work, each with its values and “not known”. */
export function OptionChoices({
  options,
  chosen,
  onChoose,
}: {
  options: Record<string, string[]>;
  chosen: Record<string, string>;
  onChoose: (options: Record<string, string>) => void;
}) {
  const without = (option: string) => Object.fromEntries(Object.entries(chosen).filter(([name]) => name !== option));
  if (Object.keys(options).length === 0) return null;
  return (
    <div className="option-choices">
      {Object.entries(options).map(([option, values]) => (
        <div key={option}>
          <div className="label mb-1">{option.replace(/-/g, ' ')}</div>
          <div className="choice" role="group" aria-label={option}>
            {values.map((value) => (
              <button
                key={value}
                type="button"
                aria-pressed={chosen[option] === value}
                onClick={() => onChoose({ ...chosen, [option]: value })}
              >
                {value}
              </button>
            ))}
            <button type="button" aria-pressed={chosen[option] === undefined} onClick={() => onChoose(without(option))}>
              not known
            </button>
          </div>
        </div>
      ))}
    </div>
  );
}

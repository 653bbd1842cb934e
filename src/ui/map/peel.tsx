'use client';
/** Lifts the layers from assembled to stripped, so that what is hidden comes into view where it really is. */
export function Peel({ value, steps, onChange }: { value: number; steps: number; onChange: (value: number) => void }) {
  return (
    <div className="peel">
      <span className="label">assembled</span>
      <input
        type="range"
        min={0}
        max={steps}
        step={1}
        value={value}
        aria-label="Peel the layers"
        aria-valuetext={value === 0 ? 'assembled' : value >= steps ? 'stripped' : `${value} of ${steps} layers lifted`}
        onChange={(event) => onChange(Number(event.target.value))}
      />
      <span className="label">stripped</span>
    </div>
  );
}

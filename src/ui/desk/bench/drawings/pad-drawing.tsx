import { plainNumber } from '@/core/bench';

/** The two resistors of a pad as they are joined, and what of the power is left. */
export function PadDrawing({
  seriesOhms,
  shuntOhms,
  powerRatio,
  ohms,
}: {
  seriesOhms: number | null;
  shuntOhms: number | null;
  powerRatio: number;
  ohms: number;
}) {
  return (
    <svg className="bench-drawing circuit" viewBox="0 0 320 120" role="img" aria-label="The pad before its driver">
      <path className="lead" d="M10 25H60M120 25H290V45M290 75V95H10" />
      <rect className="driver" x={60} y={14} width={60} height={22} rx={3} />
      <text className="circuit-words" x={90} y={30} textAnchor="middle">
        {seriesOhms === null ? '–' : `${plainNumber(seriesOhms, 2)} Ω`}
      </text>
      {shuntOhms !== null && (
        <>
          <path className="lead" d="M190 25V45M190 75V95" />
          <rect className="driver" x={160} y={45} width={60} height={30} rx={3} />
          <text className="circuit-words" x={190} y={65} textAnchor="middle">
            {plainNumber(shuntOhms, 2)} Ω
          </text>
        </>
      )}
      <rect className="amp" x={260} y={45} width={56} height={30} rx={3} />
      <text className="circuit-words" x={288} y={65} textAnchor="middle">
        {plainNumber(ohms, 1)} Ω
      </text>
      <rect className="grid-line" x={10} y={106} width={300} height={8} />
      <rect className="curve-fill" x={10} y={106} width={300 * Math.min(1, powerRatio)} height={8} />
    </svg>
  );
}

/** Two levels side by side, dB: the louder one full. */
export function LevelDrawing({ db }: { db: number }) {
  const length = (down: number) => 280 * Math.max(0.02, 1 - Math.max(0, down) / 20);
  return (
    <svg className="bench-drawing" viewBox="0 0 320 70" role="img" aria-label={`Difference ${plainNumber(db)} dB`}>
      {[
        ['first', -db],
        ['second', db],
      ].map(([name, down], n) => (
        <g key={name}>
          <text className="bench-words" x={0} y={18 + n * 30}>
            {name}
          </text>
          <rect className="curve-fill" x={36} y={8 + n * 30} width={length(Number(down))} height={16} />
        </g>
      ))}
    </svg>
  );
}

/** Cross-sections that are sold, to one scale, with the one in question among them. */
export function WireDrawing({ mm2 }: { mm2: number }) {
  const sizes = [...new Set([0.75, 1.5, 2.5, 4, 6, 10, mm2])].sort((a, b) => a - b);
  const radius = (one: number) => Math.min(30, 7 * Math.sqrt(one / Math.PI));
  const middle = (n: number) =>
    14 + radius(sizes[n]) + sizes.slice(0, n).reduce((sum, one) => sum + 2 * radius(one) + 16, 0);
  return (
    <svg className="bench-drawing" viewBox="0 0 320 80" role="img" aria-label={`Wire of ${plainNumber(mm2, 2)} mm²`}>
      {sizes.map((one, n) => (
        <g key={one}>
          <circle className={one === mm2 ? 'copper taken' : 'copper'} cx={middle(n)} cy={34} r={radius(one)} />
          <text className="bench-words" x={middle(n)} y={74} textAnchor="middle">
            {plainNumber(one, 2)}
          </text>
        </g>
      ))}
    </svg>
  );
}

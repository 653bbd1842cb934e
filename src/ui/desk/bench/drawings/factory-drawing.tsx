import { type FactoryDriver, plainNumber } from '@/core/bench';

const [ROW, LEFT, RIGHT] = [30, 78, 300];

/** Each channel of a factory amplifier on one scale of ohms: what it was made for, what it gets, and from where on it is overloaded. */
export function FactoryDrawing({ drivers }: { drivers: (FactoryDriver & { verdict: string; db: number })[] }) {
  const most = Math.max(8, ...drivers.flatMap(({ was, becomes }) => [was, becomes])) * 1.1;
  const x = (ohms: number) => LEFT + ((RIGHT - LEFT) * ohms) / most;
  const bottom = drivers.length * ROW + 8;
  const marks = [2, 4, 8, 16, 32].filter((ohms) => ohms <= most);
  return (
    <svg
      className="bench-drawing"
      viewBox={`0 0 320 ${bottom + 16}`}
      role="img"
      aria-label={`Channels: ${drivers.map(({ name, was, becomes }) => `${name} ${was} to ${becomes} ohms`).join(', ')}`}
    >
      {marks.map((ohms) => (
        <g key={ohms}>
          <path className="grid-line" d={`M${x(ohms)} 4V${bottom}`} />
          <text className="bench-words" x={x(ohms)} y={bottom + 11} textAnchor="middle">
            {ohms} Ω
          </text>
        </g>
      ))}
      {drivers.map(({ name, was, becomes, verdict, db }, n) => {
        const y = 8 + n * ROW;
        return (
          <g key={n}>
            <text className="bench-words" x={LEFT - 6} y={y + 12} textAnchor="end">
              {name.slice(0, 16)}
            </text>
            <rect
              className={verdict === 'too-low' ? 'curve-fill touching' : 'curve-fill'}
              x={LEFT}
              y={y}
              width={x(becomes) - LEFT}
              height={16}
            />
            <path className="axis" d={`M${x(was)} ${y - 3}v22`} strokeWidth={2} />
            <text className="bench-words" x={Math.max(x(becomes), x(was)) + 4} y={y + 12}>
              {db === 0 ? 'as it was' : `${plainNumber(db)} dB`}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

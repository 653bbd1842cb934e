const [WIDTH, HEIGHT, LEFT, TOP] = [320, 150, 34, 10];
const [LOW, HIGH] = [100, 20_000];
const DEEPEST = -30;

/** A level in dB over frequency, 100 Hz to 20 kHz, with a mark where it matters. */
export function CurveDrawing({
  levelDb,
  markHertz,
  words,
}: {
  levelDb: (hertz: number) => number;
  markHertz: number;
  words: string;
}) {
  const [right, bottom] = [WIDTH - 10, HEIGHT - 24];
  const x = (hertz: number) => LEFT + ((right - LEFT) * Math.log(hertz / LOW)) / Math.log(HIGH / LOW);
  const y = (db: number) => TOP + ((bottom - TOP) * Math.max(DEEPEST, Math.min(0, db))) / DEEPEST;
  const points = Array.from({ length: 81 }, (_, n) => LOW * (HIGH / LOW) ** (n / 80));
  const mark = Math.max(LOW, Math.min(HIGH, markHertz));
  return (
    <svg className="bench-drawing" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={words}>
      {[0, -10, -20, -30].map((db) => (
        <g key={db}>
          <path className="grid-line" d={`M${LEFT} ${y(db)}H${right}`} />
          <text className="bench-words" x={LEFT - 4} y={y(db) + 3} textAnchor="end">
            {db}
          </text>
        </g>
      ))}
      {[100, 1000, 10_000].map((hertz) => (
        <g key={hertz}>
          <path className="grid-line" d={`M${x(hertz)} ${TOP}V${bottom}`} />
          <text className="bench-words" x={x(hertz)} y={bottom + 10} textAnchor="middle">
            {hertz < 1000 ? `${hertz} Hz` : `${hertz / 1000} kHz`}
          </text>
        </g>
      ))}
      <path
        className="curve"
        d={`M${points.map((hertz) => `${x(hertz).toFixed(1)} ${y(levelDb(hertz)).toFixed(1)}`).join('L')}`}
      />
      <circle className="curve-mark" cx={x(mark)} cy={y(levelDb(mark))} r={3} />
      <text className="bench-words" x={LEFT} y={HEIGHT - 3}>
        dB · {words}
      </text>
    </svg>
  );
}

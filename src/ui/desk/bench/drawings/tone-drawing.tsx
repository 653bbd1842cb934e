import { levelOf, type Tone } from '@/core/bench';

const [WIDTH, HEIGHT, LEFT] = [320, 110, 30];
const [RIGHT, BOTTOM] = [WIDTH - 8, HEIGHT - 18];

/** A tone over time, its own peak from edge to edge, with where it is playing. */
export function WaveDrawing({ tone, at, words }: { tone: Tone; at: number; words: string }) {
  const { samples, rate } = tone;
  const middle = (BOTTOM + 6) / 2;
  const { peakDb } = levelOf(tone);
  const half = middle - 6;
  const scale = half / 10 ** (peakDb / 20);
  const columns = RIGHT - LEFT;
  const per = samples.length / columns;
  const column = (n: number) => {
    let [low, high] = [0, 0];
    for (let at_ = Math.floor(n * per); at_ < Math.min(samples.length, (n + 1) * per); at_ += 1) {
      low = Math.min(low, samples[at_]);
      high = Math.max(high, samples[at_]);
    }
    return `M${LEFT + n} ${(middle - scale * high - 0.3).toFixed(1)}V${(middle - scale * low + 0.3).toFixed(1)}`;
  };
  const seconds = samples.length / rate;
  return (
    <svg className="bench-drawing" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`${words}, over time`}>
      <path
        className="grid-line"
        d={`M${LEFT} ${middle}H${RIGHT}M${LEFT} ${middle - half}H${RIGHT}M${LEFT} ${middle + half}H${RIGHT}`}
      />
      <path className="curve" strokeWidth={1} d={Array.from({ length: columns }, (_, n) => column(n)).join('')} />
      <path
        className="axis"
        strokeWidth={1.5}
        d={`M${LEFT + (columns * Math.min(at, seconds)) / seconds} 6V${BOTTOM}`}
      />
      <text className="bench-words" x={LEFT - 3} y={middle + 3} textAnchor="end">
        0
      </text>
      <text className="bench-words" x={LEFT} y={HEIGHT - 4}>
        peak {Math.round(peakDb)} dB
      </text>
      <text className="bench-words" x={RIGHT} y={HEIGHT - 4} textAnchor="end">
        {Math.round(seconds * 10) / 10} s
      </text>
    </svg>
  );
}

/** A slow sweep: its frequency over time, where it is now, and where it rattled. */
export function SweepDrawing({
  from,
  to,
  seconds,
  at,
  rattles,
}: {
  from: number;
  to: number;
  seconds: number;
  at: number;
  rattles: { hertz: number; where: string }[];
}) {
  const y = (hertz: number) => BOTTOM - ((BOTTOM - 6) * Math.log(hertz / from)) / Math.log(to / from);
  const x = (hertz: number) => LEFT + ((RIGHT - LEFT) * Math.log(hertz / from)) / Math.log(to / from);
  const now = LEFT + ((RIGHT - LEFT) * Math.min(at, seconds)) / seconds;
  return (
    <svg className="bench-drawing" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="Frequency over time">
      {[20, 50, 100, 200, 300].map((hertz) => (
        <g key={hertz}>
          <path className="grid-line" d={`M${LEFT} ${y(hertz)}H${RIGHT}`} />
          <text className="bench-words" x={LEFT - 3} y={y(hertz) + 3} textAnchor="end">
            {hertz}
          </text>
        </g>
      ))}
      <path className="curve" d={`M${LEFT} ${BOTTOM}L${RIGHT} 6`} />
      <path className="axis" strokeWidth={1.5} d={`M${now} 6V${BOTTOM}`} />
      {rattles.map(({ hertz, where }, n) => (
        <g key={n}>
          <circle className="curve-mark" cx={x(hertz)} cy={y(hertz)} r={4} />
          <text className="bench-words" x={x(hertz) - 6} y={y(hertz) - 4} textAnchor="end">
            {hertz} Hz {where}
          </text>
        </g>
      ))}
      <text className="bench-words" x={LEFT} y={HEIGHT - 4}>
        Hz over {seconds} s
      </text>
    </svg>
  );
}

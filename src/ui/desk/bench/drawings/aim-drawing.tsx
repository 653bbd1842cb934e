import type { Vector } from '@/core/bench';

/** Tweeter, its axis and the ears from above to scale: rearwards is to the right, the vehicle's right is down. */
export function AimDrawing({
  at,
  axis,
  ears,
  mounted,
}: {
  at: Vector;
  axis: Vector;
  ears: Vector;
  mounted: Vector | null;
}) {
  const points = [at, ears];
  const [left, right] = [Math.min(...points.map(([x]) => x)) - 250, Math.max(...points.map(([x]) => x)) + 250];
  const [top, bottom] = [Math.min(...points.map(([, y]) => y)) - 250, Math.max(...points.map(([, y]) => y)) + 250];
  const size = (right - left) / 320;
  const ray = (direction: Vector) => {
    const long = Math.hypot(direction[0], direction[1]) || 1;
    const far = Math.hypot(ears[0] - at[0], ears[1] - at[1]) * 0.8;
    return `M${at[0]} ${at[1]}l${(direction[0] / long) * far} ${(direction[1] / long) * far}`;
  };
  return (
    <svg
      className="bench-drawing aim"
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      role="img"
      aria-label="Tweeter and ears from above"
    >
      <path className="sight" d={`M${at[0]} ${at[1]}L${ears[0]} ${ears[1]}`} strokeWidth={size} />
      <path className="axis" d={ray(axis)} strokeWidth={2 * size} />
      {mounted && <path className="axis mounted" d={ray(mounted)} strokeWidth={3 * size} />}
      <circle className="curve-mark" cx={at[0]} cy={at[1]} r={7 * size} />
      <circle className="ring-hole" cx={ears[0]} cy={ears[1]} r={8 * size} />
      <g className="bench-words" style={{ fontSize: 9 * size }}>
        <text x={at[0]} y={at[1] - 10 * size} style={{ fontSize: 9 * size }}>
          tweeter
        </text>
        <text x={ears[0]} y={ears[1] - 10 * size} style={{ fontSize: 9 * size }}>
          ears
        </text>
        <text x={left + 6 * size} y={bottom - 6 * size} style={{ fontSize: 9 * size }}>
          ← front · from above
        </text>
      </g>
      <path className="scale-bar" d={`M${right - 110} ${bottom - 30}v10h100v-10`} strokeWidth={size} />
      <text className="bench-words" x={right - 60} y={bottom - 36} textAnchor="middle" style={{ fontSize: 9 * size }}>
        100 mm
      </text>
    </svg>
  );
}

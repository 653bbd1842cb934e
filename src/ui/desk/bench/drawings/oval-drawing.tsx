import { holesOn, ovalHoles, type OvalInput, type OvalResult } from '@/core/bench';

/** The plate to scale from in front: the factory holes hollow, the speaker's filled. */
export function OvalDrawing({ input, result }: { input: OvalInput; result: OvalResult }) {
  const { speaker, screw } = input;
  const xs = result.outline.map(([x]) => Math.abs(x));
  const ys = result.outline.map(([, y]) => Math.abs(y));
  const [w, h] = [2 * Math.max(...xs, speaker.basket / 2) + 24, 2 * Math.max(...ys, speaker.basket / 2) + 24];
  const line = result.outline.map(([x, y]) => `${x} ${-y}`).join('L');
  const r = speaker.cutout / 2;
  return (
    <svg
      className="bench-drawing"
      viewBox={`${-w / 2} ${-h / 2} ${w} ${h}`}
      role="img"
      aria-label={`Plate: the speaker’s first hole at ${result.turn}°`}
    >
      <path
        className="ring-body"
        fillRule="evenodd"
        d={`M${line}Z M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`}
      />
      <circle className="ring-basket" r={speaker.basket / 2} />
      {ovalHoles(input).map(([x, y]) => (
        <circle key={`${x} ${y}`} className="ring-hole factory" cx={x} cy={-y} r={screw / 2} />
      ))}
      {holesOn(speaker.count, speaker.circle, result.turn).map(([x, y], n) => (
        <circle key={n} className="ring-hole" cx={x} cy={-y} r={screw / 2} />
      ))}
      <path className="scale-bar" d={`M${-w / 2 + 6} ${-h / 2 + 6}v5h20v-5`} />
      <text className="bench-words" x={-w / 2 + 30} y={-h / 2 + 11}>
        20 mm
      </text>
    </svg>
  );
}

import { holesOn, type RingInput, type RingResult } from '@/core/bench';

/** The ring to scale from in front: the factory holes hollow, the speaker's filled, turned as the answer says. */
export function RingDrawing({ input, result }: { input: RingInput; result: RingResult }) {
  const { outside, bore, factory, speaker, screw } = input;
  const size = Math.max(outside, speaker.basket, bore) + 24;
  const middle = size / 2;
  const holes = ({ count, circle }: { count: number; circle: number }, start: number) =>
    holesOn(count, circle, start).map(([x, y]) => [middle + x, middle - y]);
  return (
    <svg
      className="bench-drawing"
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={`Ring: the speaker turned by ${result.turn}°`}
    >
      <path
        className="ring-body"
        fillRule="evenodd"
        d={`${circlePath(middle, outside / 2)} ${circlePath(middle, speaker.cutout / 2)}`}
      />
      <circle className="ring-bore" cx={middle} cy={middle} r={bore / 2} />
      <circle className="ring-basket" cx={middle} cy={middle} r={speaker.basket / 2} />
      {holes(factory, factory.start ?? 0).map(([x, y], n) => (
        <circle key={n} className="ring-hole factory" cx={x} cy={y} r={screw / 2} />
      ))}
      {holes(speaker, result.turn).map(([x, y], n) => (
        <circle key={n} className="ring-hole" cx={x} cy={y} r={screw / 2} />
      ))}
      <path className="scale-bar" d="M8 10v5h20v-5" />
      <text className="bench-words" x={32} y={15}>
        20 mm
      </text>
    </svg>
  );
}

const circlePath = (middle: number, r: number) =>
  `M${middle - r} ${middle}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

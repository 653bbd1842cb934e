import type { PolarityMethod } from '@/core/bench';

/** A speaker in section with its two wires, and what the test shows on it: the cone's way, or the meter's sign. */
export function ConeDrawing({ method, seen }: { method: PolarityMethod; seen: string | null }) {
  const moves = method === 'cell' ? (seen === 'out' ? 14 : seen === 'in' ? -14 : 0) : method === 'push' ? -10 : 0;
  const sign = { positive: '+ 7 mV', negative: '− 7 mV', nothing: '0 mV' }[seen ?? ''];
  const isMeter = method === 'meter' || method === 'push';
  return (
    <svg
      className="bench-drawing cone-drawing"
      viewBox="0 0 300 110"
      role="img"
      aria-label={seen ? `Shown: ${seen}` : 'The test'}
    >
      <rect className="magnet" x={190} y={35} width={26} height={40} />
      <path className="speaker-cut" d="M216 30L250 8V102L216 80Z" />
      <path className="cone" d={`M250 14L${226 + moves / 2} 46V64L250 96`} transform={`translate(${moves} 0)`} />
      {moves !== 0 && (
        <path className="arrow" d={moves > 0 ? 'M262 55h24m-8 -6l8 6l-8 6' : 'M286 55h-24m8 -6l-8 6l8 6'} />
      )}
      <path className="lead" d="M190 45H120V36H96M190 65H120V76H96" />
      <rect className={isMeter ? 'amp' : 'driver'} x={36} y={24} width={60} height={62} rx={4} />
      <g className="circuit-words" textAnchor="middle">
        <text x={66} y={60}>
          {isMeter ? (sign ?? '200 mV') : method === 'cell' ? '1.5 V' : method === 'phase' ? 'bass' : 'plug'}
        </text>
      </g>
      <g className="bench-words">
        <text x={100} y={33}>
          {isMeter ? 'red: first' : 'first'}
        </text>
        <text x={100} y={88}>
          second
        </text>
      </g>
    </svg>
  );
}

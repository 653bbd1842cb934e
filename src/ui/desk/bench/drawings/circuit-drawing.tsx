import type { ReactElement } from 'react';
import type { Circuit } from '@/core/bench';

const BOX = { width: 46, height: 26 };
const GAP = 16;

interface Laid {
  width: number;
  height: number;
  draw: (x: number, y: number) => ReactElement;
}

/** Lays a circuit out: series side by side, parallel above one another, its wires from left to right at half its height. */
function lay(circuit: Circuit, key: string): Laid {
  if (typeof circuit === 'number')
    return {
      ...BOX,
      draw: (x, y) => (
        <g key={key}>
          <rect className="driver" x={x} y={y} width={BOX.width} height={BOX.height} rx={3} />
          <text className="circuit-words" x={x + BOX.width / 2} y={y + 18} textAnchor="middle">
            {circuit} Ω
          </text>
        </g>
      ),
    };
  const inner = ('series' in circuit ? circuit.series : circuit.parallel).map((one, n) => lay(one, `${key}.${n}`));
  if ('series' in circuit) {
    const height = Math.max(...inner.map((one) => one.height));
    return {
      width: inner.reduce((sum, one) => sum + one.width, GAP * (inner.length - 1)),
      height,
      draw: (x, y) => {
        let at = x;
        return (
          <g key={key}>
            {inner.map((one, n) => {
              const from = at;
              at += one.width + GAP;
              return (
                <g key={n}>
                  {n > 0 && <path className="lead" d={`M${from - GAP} ${y + height / 2}h${GAP}`} />}
                  {one.draw(from, y + (height - one.height) / 2)}
                </g>
              );
            })}
          </g>
        );
      },
    };
  }
  const widest = Math.max(...inner.map((one) => one.width));
  const height = inner.reduce((sum, one) => sum + one.height, 10 * (inner.length - 1));
  return {
    width: widest + 2 * GAP,
    height,
    draw: (x, y) => {
      let at = y;
      return (
        <g key={key}>
          {inner.map((one, n) => {
            const from = at;
            at += one.height + 10;
            const line = from + one.height / 2;
            const left = x + GAP + (widest - one.width) / 2;
            return (
              <g key={n}>
                <path
                  className="lead"
                  d={`M${x} ${y + height / 2}V${line}H${left}M${left + one.width} ${line}H${x + widest + 2 * GAP}V${y + height / 2}`}
                />
                {one.draw(left, from)}
              </g>
            );
          })}
        </g>
      );
    },
  };
}

/** The drivers as they are joined between the amplifier's two terminals. */
export function CircuitDrawing({ circuit, ohms, ok }: { circuit: Circuit; ohms: number; ok: boolean }) {
  const laid = lay(circuit, 'c');
  const [width, height] = [laid.width + 150, Math.max(60, laid.height + 24)];
  const y = (height - laid.height) / 2;
  return (
    <svg
      className="bench-drawing circuit"
      viewBox={`0 0 ${Math.max(width, 300)} ${height}`}
      role="img"
      aria-label={`Circuit of ${Math.round(ohms * 100) / 100} ohms`}
    >
      <rect className={ok ? 'amp' : 'amp touching'} x={6} y={height / 2 - 20} width={64} height={40} rx={3} />
      <text className="circuit-words" x={38} y={height / 2 + 5} textAnchor="middle">
        amp
      </text>
      <path className="lead" d={`M70 ${height / 2}h30`} />
      {laid.draw(100, y)}
      <path className="lead" d={`M${100 + laid.width} ${height / 2}h24v${height / 2 - 6}H38v${-(height / 2 - 26)}`} />
    </svg>
  );
}

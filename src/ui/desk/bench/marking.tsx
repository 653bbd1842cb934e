'use client';
import { useState } from 'react';
import { BEHIND, type BehindAnswers, markOn, ovalOpening, parseMm, sayBehind, sayDatum } from '@/core/bench';
import { Chips } from '../../design';
import { KeepOnJob } from './keep-on-job';
import { SaidLine } from './said-line';
import { SmallField } from './small-field';

const ANSWERS: ['clear' | 'in-the-way', string][] = [
  ['clear', 'clear'],
  ['in-the-way', 'in the way'],
];

/** A place found again from two edges, on both sides; nothing may be cut before everything behind it was looked at. */
export function MarkingTool() {
  const [datum, setDatum] = useState({ from: 'lower seam', up: '45', andFrom: 'hinge edge', back: '120' });
  const [size, setSize] = useState('142');
  const [wide, setWide] = useState('');
  const [ceiling, setCeiling] = useState({ name: '', up: '' });
  const [answers, setAnswers] = useState<BehindAnswers>({});
  const [up, back, diameter] = [signed(datum.up), signed(datum.back), parseMm(size)];
  const said = sayBehind(answers);
  const under = signed(ceiling.up);
  const top = ceiling.name.trim() && under !== null ? { ceiling: { name: ceiling.name.trim(), up: under } } : {};
  const words = up === null || back === null ? null : sayDatum({ ...datum, up, back, ...top }, diameter ?? 0);
  const isAbsurd = [up, back, diameter].some((one) => one !== null && Math.abs(one) > 2000) || (diameter ?? 0) < 0;
  const change = (field: keyof typeof datum) => (text: string) => setDatum({ ...datum, [field]: text });
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="Marking out">
        <h2>Where, and what is behind?</h2>
        <div className="bench-bar">
          <SmallField label="Up from" value={datum.from} onChange={change('from')} />
          <SmallField label="by, mm" value={datum.up} onChange={change('up')} />
          <SmallField label="Back from" value={datum.andFrom} onChange={change('andFrom')} />
          <SmallField label="by, mm" value={datum.back} onChange={change('back')} />
          <SmallField label="Hole, mm" value={size} onChange={setSize} />
          <SmallField label="if oval, wide, mm" value={wide} onChange={setWide} />
          <SmallField
            label="It stays under"
            value={ceiling.name}
            onChange={(name) => setCeiling({ ...ceiling, name })}
          />
          <SmallField
            label="that is up by, mm"
            value={ceiling.up}
            onChange={(text) => setCeiling({ ...ceiling, up: text })}
          />
        </div>
        <p className="caution mt-2">
          Look behind with the glass all the way down. Eye and ear protection on; gloves at cut edges. What the vehicle
          maker’s manual says comes first.
        </p>
        <div className="behind-rows">
          {BEHIND.map(({ code, asks }) => (
            <Chips
              key={code}
              label={asks}
              value={answers[code] ?? null}
              options={ANSWERS}
              onPick={(answer) => setAnswers({ ...answers, [code]: answer })}
            />
          ))}
        </div>
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        {words === null || diameter === null || isAbsurd ? (
          <p className="trouble" role="alert">
            Lengths are up to 2000 mm: write 45, “45 mm” or “1 3/4 in”; with a minus it is below the one edge, or in
            front of the other.
          </p>
        ) : (
          <>
            <SaidLine said={said} />
            <p className="datum-words">{words}</p>
            <Sides
              datum={{ from: datum.from, andFrom: datum.andFrom, up: up!, back: back! }}
              diameter={diameter}
              wide={parseMm(wide)}
            />
            <KeepOnJob
              isFact
              tool="Marking out"
              given={{
                ...datum,
                hole: wide.trim() ? `${wide} wide, ${size} high` : size,
                ...(answers as Record<string, string>),
              }}
              said={{ standing: said.standing, words: `${words} ${said.words}` }}
            />
          </>
        )}
        <details className="bench-formula">
          <summary>How this is worked out</summary>
          <p>
            Both offsets are from edges that stay, so the other side is its mirror. Tape, mark, centre-punch, check
            twice.
          </p>
          <p className="quiet mb-0">Common practice, no source.</p>
        </details>
      </section>
    </div>
  );
}

/** A length that may be the other way: "-30" is below the edge. */
function signed(text: string): number | null {
  const isMinus = /^\s*[-−]/.test(text);
  const mm = parseMm(text.replace(/^\s*[-−]/, ''));
  return mm === null ? null : isMinus ? -mm : mm;
}

/** Both sides to scale as seen from the cabin: the corner of the two edges, the offsets, the hole. */
function Sides({
  datum,
  diameter,
  wide,
}: {
  datum: { from: string; up: number; andFrom: string; back: number };
  diameter: number;
  /** Of an oval opening; null where it is round. */
  wide: number | null;
}) {
  const r = diameter / 2;
  const reach = Math.max(Math.abs(datum.back) + Math.max(r, (wide ?? 0) / 2), 200) + 40;
  const high = Math.max(datum.up + r, 160) + 40;
  const low = Math.max(0, r - datum.up);
  const size = (2 * reach + 80) / 320;
  return (
    <svg
      className="bench-drawing marking-drawing"
      viewBox={`${-reach - 40} ${-high} ${2 * reach + 80} ${high + 46 + low}`}
      role="img"
      aria-label="The mark on both sides"
    >
      {(['left', 'right'] as const).map((side) => {
        const [x, y] = markOn(side, datum);
        // A left door’s front edge is on the right, seen from the cabin: both hinge edges stand in the middle here.
        const shift = side === 'left' ? -30 : 30;
        return (
          <g key={side} transform={`translate(${shift} 0)`}>
            <path className="skin" d={`M0 ${-high + 10}V0H${side === 'left' ? -reach : reach}`} />
            {wide ? (
              <polygon
                className="ring-hole factory"
                points={ovalOpening(wide, diameter)
                  .map(([dx, dy]) => `${x + dx},${dy - y}`)
                  .join(' ')}
              />
            ) : (
              <circle className="ring-hole factory" cx={x} cy={-y} r={r} />
            )}
            <path className="distance" d={`M0 ${-y}H${x}M${x} 0V${-y}`} />
            <text
              className="bench-words"
              style={{ fontSize: 9 * size }}
              x={x / 2}
              y={-y - 4 * size}
              textAnchor="middle"
            >
              {datum.back}
            </text>
            <text className="bench-words" style={{ fontSize: 9 * size }} x={x + 4 * size} y={-y / 2}>
              {datum.up}
            </text>
            <text className="bench-words" style={{ fontSize: 9 * size }} x={x} y={20 * size} textAnchor="middle">
              {side}: {datum.from}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

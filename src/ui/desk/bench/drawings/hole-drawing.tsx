/** A hole against the drill that is nearest to it, both ten times as large. */
export function HoleDrawing({
  wanted,
  drill,
  sheet,
  stop,
}: {
  wanted: number;
  drill: number;
  sheet?: number;
  stop?: number | null;
}) {
  // Large holes are drawn smaller; the bar says how much.
  const zoom = Math.min(10, 90 / Math.max(wanted, drill));
  const [a, b] = [(wanted / 2) * zoom, (drill / 2) * zoom];
  const deep = Math.max(sheet ?? 0, stop ?? 0);
  const down = deep > 0 ? 60 / deep : 0;
  return (
    <svg className="bench-drawing" viewBox="0 0 300 120" role="img" aria-label={`Hole ${wanted} mm, drill ${drill} mm`}>
      <circle className="ring-hole factory" cx={60} cy={60} r={a} />
      <circle className="drill-round" cx={60} cy={60} r={b} />
      <g className="bench-words">
        <text x={125} y={50}>
          solid: hole {Math.round(wanted * 100) / 100} mm
        </text>
        <text x={125} y={62}>
          dashed: drill {Math.round(drill * 100) / 100} mm
        </text>
        <text x={125} y={110}>
          {Math.round(1 * zoom * 10) / 10} : 1
        </text>
      </g>
      <path className="scale-bar" d={`M125 92v5h${zoom}v-5`} />
      <text className="bench-words" x={129 + zoom} y={97}>
        1 mm
      </text>
      {sheet !== undefined && (
        <g>
          <rect className="spacer" x={225} y={30} width={60} height={Math.max(2, sheet * down)} />
          {stop ? <rect className="drill-shank" x={250} y={30} width={10} height={stop * down} /> : null}
          <text className="bench-words" x={255} y={24} textAnchor="middle">
            {stop ? `stop ${stop} mm` : 'no room'}
          </text>
        </g>
      )}
    </svg>
  );
}

import type { DampResult } from '@/core/bench';

/** The sheets with the pieces cut from them; what is left by name. */
export function Sheets({
  result,
  sheet: [width, height],
  speaker,
}: {
  result: DampResult;
  sheet: [number, number];
  speaker: boolean;
}) {
  const sheets = Array.from({ length: Math.min(6, result.sheets) }, (_, n) => n + 1);
  const used = result.pieces.reduce((sum, one) => sum + one.width * one.height, 0);
  const left = Math.round(100 - (100 * used) / Math.max(1, result.sheets * width * height));
  return (
    <>
      <div className="damp-sheets">
        {sheets.map((n) => (
          <svg key={n} viewBox={`-2 -2 ${width + 4} ${height + 4}`} role="img" aria-label={`Sheet ${n}`}>
            <rect className="sheet-edge" width={width} height={height} />
            {result.pieces.map((one, at) =>
              one.sheet === n ? (
                <g key={at}>
                  <rect
                    className="damp-piece"
                    x={one.from[0]}
                    y={one.from[1]}
                    width={one.turned ? one.height : one.width}
                    height={one.turned ? one.width : one.height}
                  />
                  <text
                    className="bench-words big"
                    x={one.from[0] + (one.turned ? one.height : one.width) / 2}
                    y={one.from[1] + (one.turned ? one.width : one.height) / 2 + 8}
                    textAnchor="middle"
                  >
                    {at + 1}
                  </text>
                </g>
              ) : null,
            )}
          </svg>
        ))}
      </div>
      {result.sheets > sheets.length && <p className="quiet mb-1">And {result.sheets - sheets.length} more sheets.</p>}
      <p className="quiet">
        {left} % is left over: off-cuts go on the outer skin
        {speaker ? ', the speaker-hole piece behind the speaker' : ''}.
      </p>
    </>
  );
}

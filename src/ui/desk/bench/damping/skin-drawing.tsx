import type { SkinView } from '@/contracts/views';
import { type DampResult, flippedPieces } from '@/core/bench';

const polygon = (corners: readonly (readonly [number, number])[], height: number, flip: (x: number) => number) =>
  `M${corners.map(([x, y]) => `${flip(x)} ${height - y}`).join('L')}Z`;

/** The skin to scale, seen from the cabin, with what stays bare and the pieces by number. */
export function SkinDrawing({ skin, result, flipped }: { skin: SkinView; result: DampResult; flipped: boolean }) {
  // As in every drawing of a door, a left one has its front edge on the right.
  const isLeft = (skin.side === 'left') !== flipped;
  const flip = (x: number) => (isLeft ? skin.width - x : x);
  const pieces = flipped ? flippedPieces(flippedPieces(result.pieces, skin.width), skin.width) : result.pieces;
  return (
    <svg
      className="bench-drawing skin-drawing"
      viewBox={`-10 -10 ${skin.width + 20} ${skin.height + 20}`}
      role="img"
      aria-label={`${skin.title}: ${pieces.length} pieces`}
    >
      {skin.area.map((one, n) => (
        <path key={n} className="skin-area" d={polygon(one, skin.height, flip)} />
      ))}
      {pieces.map(({ at, width, height }, n) => (
        <g key={n}>
          <rect
            className="damp-piece"
            x={Math.min(flip(at[0]), flip(at[0] + width))}
            y={skin.height - at[1] - height}
            width={width}
            height={height}
          />
          {pieces.length <= 60 && (
            <text
              className="bench-words big"
              x={(flip(at[0]) + flip(at[0] + width)) / 2}
              y={skin.height - at[1] - height / 2 + 8}
              textAnchor="middle"
            >
              {n + 1}
            </text>
          )}
        </g>
      ))}
      {[...skin.holes, ...skin.keepOut].map((one, n) => (
        <path key={n} className="skin-bare" d={polygon(one, skin.height, flip)} />
      ))}
      <path className="scale-bar" d={`M10 ${skin.height}v8h100v-8`} strokeWidth={3} />
      <text className="bench-words big" x={120} y={skin.height + 8}>
        100 mm
      </text>
    </svg>
  );
}

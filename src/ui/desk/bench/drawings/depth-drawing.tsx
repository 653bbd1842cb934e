import type { DepthInput, DepthResult } from '@/core/bench';

/** Room around the section, mm. */
const MARGIN = 26;

/** A section through the door to scale, seen from above: glass, spacer, speaker, grille; what touches is drawn in the caution's colour. */
export function DepthDrawing({ input, result }: { input: DepthInput; result: DepthResult }) {
  const spacer = result.stack?.reduce((a, b) => a + b, 0) ?? Math.max(0, (result.window[0] + result.window[1]) / 2);
  const { toGlass, toRegulator, regulator, grilleGap, depth, proud, stroke } = input;
  const far = Math.max(toGlass, depth - spacer, toRegulator ?? 0);
  const [width, height] = [far + grilleGap + 2 * MARGIN + 20, 190];
  // x of a place so far inwards from the mounting face; outwards is to the right.
  const inwards = (mm: number) => MARGIN + far - mm;
  const face = inwards(0);
  const seat = face + spacer;
  const magnet = seat - depth;
  const cone = seat + proud + stroke;
  const touches =
    magnet <= inwards(toGlass) + 1e-6 ||
    (regulator === 'behind' && toRegulator !== undefined && magnet <= inwards(toRegulator));
  const middle = height / 2;
  return (
    <svg
      className="bench-drawing"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Section: spacer ${spacer} mm`}
    >
      <rect className="glass" x={inwards(toGlass) - 4} y={8} width={4} height={height - 16} />
      {toRegulator !== undefined && (
        <rect
          className={`regulator ${regulator}`}
          x={inwards(toRegulator) - 10}
          y={regulator === 'behind' ? middle - 24 : 14}
          width={10}
          height={regulator === 'behind' ? 48 : 30}
        />
      )}
      <path className="skin" d={`M${face} 8V${middle - 55}M${face} ${middle + 55}V${height - 8}`} />
      {spacer > 0 && (
        <>
          <rect className="spacer" x={face} y={middle - 68} width={spacer} height={16} />
          <rect className="spacer" x={face} y={middle + 52} width={spacer} height={16} />
        </>
      )}
      <path
        className="speaker-cut"
        d={`M${seat} ${middle - 66}h${proud}v132h${-proud}ZM${seat} ${middle - 52}L${magnet + depth * 0.4} ${middle - 30}V${middle + 30}L${seat} ${middle + 52}Z`}
      />
      <rect
        className={touches ? 'magnet touching' : 'magnet'}
        x={magnet}
        y={middle - 32}
        width={depth * 0.4}
        height={64}
      />
      <path className="cone-reach" d={`M${cone} ${middle - 40}V${middle + 40}`} />
      <path
        className={cone > face + grilleGap + 1e-6 ? 'grille touching' : 'grille'}
        d={`M${face + grilleGap} 8V${height - 8}`}
      />
      <g className="bench-words">
        <text x={inwards(toGlass)} y={height - 1} textAnchor="middle">
          glass
        </text>
        <text x={face} y={height - 1} textAnchor="middle">
          face
        </text>
        <text x={face + grilleGap} y={height - 1} textAnchor="middle">
          grille
        </text>
      </g>
      <path className="scale-bar" d={`M${MARGIN / 2} 12v5h20v-5`} />
      <text className="bench-words" x={MARGIN / 2 + 24} y={17}>
        20 mm
      </text>
    </svg>
  );
}

import type { DepthInput, DepthResult } from '@/core/bench';

/** Room around the section, mm. */
const MARGIN = 22;
const HEIGHT = 196;

/** A section through the door to scale, seen from above: glass, spacer, speaker, grille with their distances, and the range of spacers that works; what touches is in the caution's colour. */
export function DepthDrawing({ input, result }: { input: DepthInput; result: DepthResult }) {
  const spacer = result.stack?.reduce((a, b) => a + b, 0) ?? Math.max(0, (result.window[0] + result.window[1]) / 2);
  const { toGlass, toRegulator, regulator, grilleGap, depth, proud, stroke } = input;
  const far = Math.max(toGlass, depth - spacer, toRegulator ?? 0);
  const width = far + grilleGap + 2 * MARGIN + 34;
  // x of a place so far inwards from the mounting face; outwards is to the right.
  const inwards = (mm: number) => MARGIN + far - mm;
  const face = inwards(0);
  const seat = face + spacer;
  const magnet = seat - depth;
  const cone = seat + proud + stroke;
  const grille = face + grilleGap;
  const limit = regulator === 'behind' && toRegulator !== undefined ? Math.min(toGlass, toRegulator) : toGlass;
  const clear = limit + spacer - depth;
  const touches = clear <= 1e-6;
  const front = grille - cone;
  // Thinner where the glass is near, so that it does not stand in it.
  const regulatorThick = Math.max(2, Math.min(10, toGlass - (toRegulator ?? 0) - 1));
  const middle = 92;
  const off = input.tolerance + input.speakerTolerance;
  return (
    <svg
      className="bench-drawing tall"
      viewBox={`0 0 ${width} ${HEIGHT}`}
      role="img"
      aria-label={`Section: spacer ${round(spacer)} mm, ${round(clear)} mm clear behind, ${round(front)} mm in front`}
    >
      <rect className="glass" x={inwards(toGlass) - 4} y={8} width={4} height={142} />
      {toRegulator !== undefined && (
        <rect
          className={`regulator ${regulator}`}
          x={inwards(toRegulator) - regulatorThick}
          y={regulator === 'behind' ? middle - 24 : 12}
          width={regulatorThick}
          height={regulator === 'behind' ? 48 : 26}
        />
      )}
      <path className="skin" d={`M${face} 8V${middle - 55}M${face} ${middle + 55}V150`} />
      {spacer > 0 && (
        <>
          <rect className="spacer" x={face} y={middle - 68} width={spacer} height={16} />
          <rect className="spacer" x={face} y={middle + 46} width={spacer} height={16} />
        </>
      )}
      <path
        className="speaker-cut"
        d={`M${seat} ${middle - 64}h${proud}v12L${seat} ${middle - 46}L${magnet + depth * 0.42} ${middle - 28}V${middle + 28}L${seat} ${middle + 46}l${proud} 6v12h${-proud}Z`}
      />
      <path
        className="cone"
        d={`M${seat + proud * 0.6} ${middle - 44}L${seat - depth * 0.3} ${middle - 12}V${middle + 12}L${seat + proud * 0.6} ${middle + 44}`}
      />
      <rect
        className={touches ? 'magnet touching' : 'magnet'}
        x={magnet}
        y={middle - 32}
        width={depth * 0.4}
        height={64}
      />
      <rect
        className={touches ? 'magnet touching' : 'magnet'}
        x={magnet - 0.01}
        y={middle - 22}
        width={depth * 0.12}
        height={44}
      />
      <path className="cone-reach" d={`M${cone} ${middle - 40}V${middle + 40}`} />
      <path className={front < -1e-6 ? 'grille touching' : 'grille'} d={`M${grille} 8V150`} />
      <Distance
        from={inwards(limit)}
        to={magnet}
        y={middle + 40}
        words={`${round(clear)} ± ${round(off)} clear`}
        isBad={touches}
      />
      <Distance from={magnet} to={seat} y={middle - 74} words={`depth ${round(depth)}`} />
      <Distance from={inwards(toGlass)} to={face} y={146} words={`to glass ${round(toGlass)}`} />
      <Distance from={cone} to={grille} y={middle + 50} words={`${round(front)} in front`} isBad={front < -1e-6} />
      <g className="bench-words">
        <text x={inwards(toGlass) - 2} y={6} textAnchor="middle">
          glass
        </text>
        <text x={grille} y={6} textAnchor="middle">
          grille
        </text>
        {spacer > 0 && (
          <text x={seat + proud + 3} y={middle + 64}>
            spacer {round(spacer)}
          </text>
        )}
        {toRegulator !== undefined && (
          <text x={inwards(toRegulator) - 12} y={regulator === 'behind' ? middle - 28 : 30} textAnchor="end">
            regulator
          </text>
        )}
      </g>
      <Range result={result} spacer={spacer} width={width} />
    </svg>
  );
}

const round = (mm: number) => Math.round(mm * 10) / 10;

/** A distance between two places, with its ends. */
function Distance({
  from,
  to,
  y,
  words,
  isBad,
}: {
  from: number;
  to: number;
  y: number;
  words: string;
  isBad?: boolean;
}) {
  return (
    <g className={isBad ? 'distance bad' : 'distance'}>
      <path d={`M${from} ${y}H${to}M${from} ${y - 3}v6M${to} ${y - 3}v6`} />
      <text className="bench-words" x={(from + to) / 2} y={y - 2} textAnchor="middle">
        {words}
      </text>
    </g>
  );
}

/** The thicknesses that work: amber where only if exact, green whatever the readings are off. */
function Range({ result: { window, sure }, spacer, width }: { result: DepthResult; spacer: number; width: number }) {
  const [left, right] = [MARGIN, width - MARGIN];
  const most = Math.max(10, Math.ceil((Math.max(window[1], spacer, 5) * 1.25) / 5) * 5);
  const at = (mm: number) => left + ((right - left) * Math.max(0, Math.min(most, mm))) / most;
  const bar = ([from, to]: readonly [number, number], name: string) =>
    to >= from && <rect className={name} x={at(from)} y={171} width={Math.max(0.5, at(to) - at(from))} height={8} />;
  // Two figures that would cover one another: the inner one gives way.
  const ticks = [0, most, ...[...window, ...sure].filter((mm) => mm > 0 && mm < most)].filter(
    (mm, n, all) => all.findIndex((other) => Math.abs(at(other) - at(mm)) < 9) === n,
  );
  return (
    <g className="range">
      <path d={`M${left} 175H${right}`} />
      {bar(window, 'exact')}
      {bar(sure, 'sure')}
      <path className="taken" d={`M${at(spacer)} 168v14`} />
      {ticks.map((mm) => (
        <text key={mm} className="bench-words" x={at(mm)} y={190} textAnchor="middle">
          {round(mm)}
          {mm === most && ' mm'}
        </text>
      ))}
      <text className="bench-words quiet" x={left} y={165}>
        spacer that works: green whatever the readings, amber only if exact
      </text>
    </g>
  );
}

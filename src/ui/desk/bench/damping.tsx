'use client';
import { useEffect, useMemo, useState } from 'react';
import type { ProcedureRowView, SkinView } from '@/contracts/views';
import { COVERAGES, type DampResult, flippedPieces, parseMm, plainNumber, RATTLE_LIST } from '@/core/bench';
import { Chips } from '../../design/chips';
import { Trouble } from '../../design';
import { send, troubleWords } from '../../../device/http';
import { useBenchJob } from './bench-job';
import { KeepOnJob } from './keep-on-job';
import { SaidLine } from './said-line';

type Coverage = (typeof COVERAGES)[number]['code'];
const SCHOOLS = COVERAGES.map(({ code, words }): [Coverage, string] => [code, words]);

/** How a door is damped: what stays bare, pieces on the shop's sheets, weight; the other door from the same pieces, flipped. */
export function DampingTool() {
  const { skin, trouble, find, doors, choose } = useSkin();
  const [coverage, setCoverage] = useState<Coverage>(useBenchJob().schools.damping);
  const [sheet, setSheet] = useState({ width: '500', height: '375' });
  const [weight, setWeight] = useState('4.2');
  const [flipped, setFlipped] = useState(false);
  const share = COVERAGES.find(({ code }) => code === coverage)!.share;
  const question = useMemo(() => {
    const [width, height] = [parseMm(sheet.width), parseMm(sheet.height)];
    const kgPerM2 = Number(weight.replace(',', '.'));
    if (!skin || !width || !height || width < 10 || height < 10 || width > 3000 || height > 3000) return null;
    if (!(kgPerM2 > 0 && kgPerM2 <= 50)) return null;
    const { area, holes, keepOut } = skin;
    return { area, holes, keepOut, coverage: share, sheet: [width, height] as [number, number], kgPerM2 };
  }, [skin, share, sheet, weight]);
  const result = useNesting(question);
  const said = result &&
    skin && {
      standing: 'sure' as const,
      words: `${result.sheets} ${result.sheets === 1 ? 'sheet' : 'sheets'}, ${result.pieces.length} pieces, ${plainNumber(result.kg, 2)} kg on ${plainNumber(covered(result), 0)} % of ${plainNumber(result.areaM2, 2)} m² of flat skin.`,
    };
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="Damping">
        <h2>How is this door damped?</h2>
        <input
          className="form-control"
          aria-label="Find a door"
          placeholder="find a door: kite rear"
          onChange={(event) => find(event.target.value)}
        />
        <select
          className="form-select my-2"
          aria-label="Door"
          value={skin?.procedure ?? ''}
          onChange={(event) => event.target.value && choose(event.target.value)}
        >
          <option value="">which of {doors.length}…</option>
          {doors.map((door) => (
            <option key={door.id} value={door.id}>
              {door.title}, {door.side}
            </option>
          ))}
        </select>
        <Trouble text={trouble} />
        <Chips label="How much" value={coverage} options={SCHOOLS} onPick={setCoverage} />
        <div className="bench-bar">
          <label>
            Sheet, mm
            <span className="d-flex gap-1 align-items-center">
              <input
                className="form-control number-field"
                aria-label="Sheet: width"
                value={sheet.width}
                onChange={(event) => setSheet({ ...sheet, width: event.target.value })}
              />
              ×
              <input
                className="form-control number-field"
                aria-label="Sheet: height"
                value={sheet.height}
                onChange={(event) => setSheet({ ...sheet, height: event.target.value })}
              />
            </span>
          </label>
          <label>
            Weight, kg/m²
            <input
              className="form-control number-field"
              value={weight}
              onChange={(event) => setWeight(event.target.value)}
            />
          </label>
        </div>
        {skin && !question && <p className="trouble">A sheet is 10 to 3000 mm each way, and weighs up to 50 kg/m².</p>}
        <p className="mt-3 mb-1">
          Clean with alcohol (ventilate), warm the sheet, roll it down from the middle. Never over weep holes, clip
          holes or where the glass runs.
        </p>
        {skin && <p className="quiet">Stays bare: {skin.bare.join(', ')}. Not every weep hole is drawn: look.</p>}
        <h3 className="h6 mt-3">Against rattles</h3>
        <ul className="mb-0">
          {RATTLE_LIST.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        {!skin && <p className="empty">Choose a door on the left.</p>}
        {skin && said && result && (
          <>
            <SaidLine said={said} />
            <SkinDrawing skin={skin} result={result} flipped={flipped} />
            <label className="d-flex gap-2 align-items-center mb-2">
              <input type="checkbox" checked={flipped} onChange={(event) => setFlipped(event.target.checked)} />
              the other door: the same pieces, flipped face down as templates
            </label>
            <Sheets result={result} sheet={question!.sheet} speaker={skin.speaker !== null} />
            <KeepOnJob
              tool="Damping"
              given={{ door: skin.title, coverage, sheet: `${sheet.width} × ${sheet.height}`, weight }}
              said={said}
            />
            <details className="bench-formula">
              <summary>How this is worked out</summary>
              <p>
                Flat skin: what the water shield covers in the drawing, less the speaker’s opening, clip and screw
                holes, ways in and weep holes. Whole rectangles are laid on it, the largest first until the share is
                covered, and put on sheets shelf by shelf.
              </p>
              <p className="quiet mb-0">
                First-fit decreasing height (Coffman and others, 1980). How much to cover is a school, no source.
              </p>
            </details>
          </>
        )}
      </section>
    </div>
  );
}

/** How much of the flat skin the pieces cover, %. */
const covered = ({ pieces, areaM2 }: DampResult) =>
  pieces.reduce((sum, { width, height }) => sum + width * height, 0) / 1e4 / Math.max(areaM2, 1e-9);

/** The doors that are found, and the skin of the one that was chosen. */
function useSkin() {
  const [doors, setDoors] = useState<ProcedureRowView[]>([]);
  const [words, setWords] = useState('door');
  const [skin, setSkin] = useState<SkinView | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let ended = false;
    const timer = setTimeout(() => {
      send<{ procedures: ProcedureRowView[] }>('GET', `/api/procedures?q=${encodeURIComponent(words)}`)
        .then(
          ({ procedures }) => !ended && setDoors(procedures.filter(({ revision }) => revision !== null).slice(0, 40)),
        )
        .catch((error: unknown) => !ended && setTrouble(troubleWords(error)));
    }, 150);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [words]);
  const choose = (id: string) => {
    setTrouble(null);
    send<SkinView>('GET', `/api/bench/skin/${encodeURIComponent(id)}`)
      .then(setSkin)
      .catch((error: unknown) => setTrouble(troubleWords(error)));
  };
  return { skin, trouble, doors, choose, find: (text: string) => setWords(text.trim() || 'door') };
}

/** Nests in a worker; a new question ends the old one. */
function useNesting(question: object | null): DampResult | null {
  const [result, setResult] = useState<DampResult | null>(null);
  useEffect(() => {
    if (!question) return;
    const worker = new Worker(new URL('../../../workers/nest.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<DampResult>) => setResult(data);
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return question && result;
}

const polygon = (corners: readonly (readonly [number, number])[], height: number, flip: (x: number) => number) =>
  `M${corners.map(([x, y]) => `${flip(x)} ${height - y}`).join('L')}Z`;

/** The skin to scale, seen from the cabin, with what stays bare and the pieces by number. */
function SkinDrawing({ skin, result, flipped }: { skin: SkinView; result: DampResult; flipped: boolean }) {
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

/** The sheets with the pieces cut from them; what is left by name. */
function Sheets({
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

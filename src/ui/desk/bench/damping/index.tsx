'use client';
import { useMemo, useState } from 'react';
import type { SkinView } from '@/contracts/views';
import {
  COVERAGES,
  type DampInput,
  type DampResult,
  measuredAreas,
  parseMm,
  plainNumber,
  RATTLE_LIST,
} from '@/core/bench';
import { Chips, Trouble } from '../../../design';
import { useBenchJob } from '../bench-job';
import { KeepOnJob } from '../keep-on-job';
import { SaidLine } from '../said-line';
import { Sheets } from './sheets';
import { SkinDrawing } from './skin-drawing';
import { useWorkerAnswer } from '../use-worker-answer';
import { useSkin } from './use-skin';

type Coverage = (typeof COVERAGES)[number]['code'];
const SCHOOLS = COVERAGES.map(({ code, words }): [Coverage, string] => [code, words]);

/** How a door is damped: what stays bare, pieces on the shop's sheets, weight; the other door from the same pieces, flipped. */
export function DampingTool() {
  const { skin: door, trouble, find, doors, choose } = useSkin();
  const [own, setOwn] = useState('');
  const measured = useMemo(() => (own.trim() ? measuredAreas(own) : null), [own]);
  const skin = useMemo(() => (measured ? ownSkin(measured) : own.trim() ? null : door), [measured, own, door]);
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
  const result = useWorkerAnswer<DampInput, DampResult>(startWorker, question);
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
          value={own.trim() ? '' : (door?.procedure ?? '')}
          onChange={(event) => event.target.value && choose(event.target.value)}
        >
          <option value="">which of {doors.length}…</option>
          {doors.map((door) => (
            <option key={door.id} value={door.id}>
              {door.title}, {door.side}
            </option>
          ))}
        </select>
        <label className="d-block mb-2">
          Or flat areas as you measured them, mm
          <input
            className="form-control"
            placeholder="400 × 300; 250 × 180"
            value={own}
            onChange={(event) => setOwn(event.target.value)}
          />
        </label>
        {own.trim() !== '' && !measured && (
          <p className="trouble" role="alert">
            Write width × height, with a semicolon between: 400 × 300; 250 × 180.
          </p>
        )}
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
        {skin && !measured && (
          <p className="quiet">Stays bare: {skin.bare.join(', ')}. Not every weep hole is drawn: look.</p>
        )}
        <h3 className="h6 mt-3">Against rattles</h3>
        <ul className="mb-0">
          {RATTLE_LIST.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        {!skin && <p className="empty">Choose a door on the left, or type what you measured.</p>}
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
              isFact
              places={measured ? [] : [{ key: `${skin.procedure}/${skin.of}`, words: `${skin.title}, ${skin.side}` }]}
              tool="Damping"
              given={{
                ...(measured ? { areas: own } : { door: skin.title }),
                coverage,
                sheet: `${sheet.width} × ${sheet.height}`,
                weight,
              }}
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

/** What somebody measured, as a skin of no door. */
const ownSkin = (measured: NonNullable<ReturnType<typeof measuredAreas>>): SkinView => ({
  ...measured,
  holes: [],
  keepOut: [],
  speaker: null,
  bare: [],
  of: '',
  procedure: '',
  title: 'Measured areas',
  side: 'right',
});

const startWorker = () =>
  new Worker(new URL('../../../../workers/nest.worker.ts', import.meta.url), { type: 'module' });

/** How much of the flat skin the pieces cover, %. */
const covered = ({ pieces, areaM2 }: DampResult) =>
  pieces.reduce((sum, { width, height }) => sum + width * height, 0) / 1e4 / Math.max(areaM2, 1e-9);

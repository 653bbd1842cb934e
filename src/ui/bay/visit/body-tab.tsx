'use client';
import { useEffect, useRef, type PointerEvent } from 'react';
import { MARK_KINDS, unseenViews, VEHICLE_VIEWS, type Mark, type VehicleView } from '@/core/bay';
import { clockRate } from '@/device';
import { Chips } from '../../design';
import { Photo, PhotoButton, useIsRead } from '../log';
import type { MarkDraft, VisitHandle } from './handle';
import { FrozenLine } from './later-records';

/** How long a side stands on the screen to have been looked at, milliseconds. */
const LOOK_MS = 600;

/** Scratches, chips, loose trim: tapped where they are, with words and a photo. */
export function BodyTab({ visit, next }: { visit: VisitHandle; next: () => void }) {
  const { state, walk, record, start } = visit;
  const { drafts, changeDrafts } = visit;
  const { view, place, words, photo } = drafts.mark;
  const change = (next: Partial<MarkDraft>) => changeDrafts({ mark: { ...drafts.mark, ...next } });
  const isLooked = state.closed || state.looked[walk].has(view);
  // A side that is shown has been looked at, once it has stood there long enough for that.
  const isRead = useIsRead();
  useEffect(() => {
    if (!isRead || isLooked) return;
    const timer = setTimeout(() => record({ type: 'looked', view, walk }), LOOK_MS / clockRate());
    return () => clearTimeout(timer);
  }, [isRead, isLooked, view, walk, record]);
  const unseen = unseenViews(state, walk);
  const setPlace = (at: MarkDraft['place']) => change({ place: at });
  const shown = VEHICLE_VIEWS.find((one) => one.view === view)!;
  const numbered = state.marks.map((mark, n) => ({ ...mark, n: n + 1 }));
  const keep = (kind: string) => {
    record({
      type: 'marked',
      view,
      x: place!.x,
      y: place!.y,
      kind,
      walk,
      ...(words.trim() ? { words: words.trim() } : {}),
      ...(photo ? { photo } : {}),
    });
    change({ place: null, words: '', photo: null });
  };
  return (
    <section className="visit-body body-tab" tabIndex={0}>
      <div className="views" role="group" aria-label="Side of the vehicle">
        {VEHICLE_VIEWS.map((one) => (
          <button
            key={one.view}
            type="button"
            aria-pressed={one.view === view}
            onClick={() => change(one.view === view ? {} : { view: one.view, place: null })}
          >
            <Outline shape={one} marks={numbered.filter((mark) => mark.view === one.view)} small />
            <span>
              {one.name}
              {!state.closed && unseen.includes(one) && <span className="quiet"> · to look at</span>}
            </span>
          </button>
        ))}
      </div>
      <div className="view-large">
        <FrozenLine visit={visit} />
        <Outline shape={shown} marks={numbered.filter((mark) => mark.view === view)} place={place} onPlace={setPlace} />
        <p className="quiet">
          {place ? 'What is there?' : 'Tap where something is scratched, loose, torn or stained.'}
        </p>
        {place && (
          <div className="mark-form">
            <input
              className="form-control"
              aria-label="In words"
              placeholder="In words, if need be"
              maxLength={500}
              value={words}
              onChange={(event) => change({ words: event.target.value })}
            />
            <PhotoButton
              job={start.job.number}
              className="btn btn-outline-dark"
              label={photo ? 'Photo taken' : 'Photo'}
              onTaken={(taken) => change({ photo: taken })}
            />
            <Chips label="It is a" value={null} options={MARK_KINDS} onPick={keep} />
          </div>
        )}
      </div>
      <ul className="rows marks-list">
        {numbered.map((mark) => (
          <li key={mark.id}>
            <b>{mark.n}</b>{' '}
            <span>
              {mark.kind}, {VEHICLE_VIEWS.find((one) => one.view === mark.view)!.name.toLowerCase()}
              {mark.words && `: ${mark.words}`}
              {mark.walk === 'departure' && ' · only now'}
            </span>
            {mark.photo && <Photo id={mark.photo} alt={`Mark ${mark.n}`} />}
            {mark.walk === walk && !state.closed && (!state.signatures[walk] || mark.later) && (
              <button
                type="button"
                className="btn btn-sm btn-outline-dark"
                onClick={() => record({ type: 'retracted', event: mark.id })}
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      {place && (
        <p className="caution mild">This mark is not finished: say what it is. It is kept here until you do.</p>
      )}
      <button type="button" className="done-bar" onClick={next}>
        {walk === 'arrival' ? 'Next: signature' : 'Next: comparison'}
      </button>
    </section>
  );
}

function Outline({
  shape,
  marks,
  place,
  onPlace,
  small = false,
}: {
  shape: VehicleView;
  marks: (Mark & { n: number })[];
  place?: { x: number; y: number } | null;
  onPlace?: (place: { x: number; y: number }) => void;
  small?: boolean;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const tap = (event: PointerEvent) => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const share = (value: number, whole: number) =>
      Math.round(Math.min(1, Math.max(0, value / whole)) * 10_000) / 10_000;
    onPlace?.({ x: share(at.x, shape.width), y: share(at.y, shape.height) });
  };
  const flip = shape.view === 'right' ? `translate(${shape.width} 0) scale(-1 1)` : undefined;
  return (
    <svg
      ref={svg}
      className="vehicle-outline"
      viewBox={`0 0 ${shape.width} ${shape.height}`}
      role="img"
      aria-label={`${shape.name}, ${marks.length} marks`}
      onPointerDown={onPlace && tap}
    >
      <g transform={flip}>
        <path className="body" d={shape.outline} />
        {shape.lines.map((line) => (
          <path key={line} className="line" d={line} />
        ))}
        {shape.wheels.map(([x, y, r]) => (
          <circle key={x} className="wheel" cx={x} cy={y} r={r} />
        ))}
      </g>
      {marks.map((mark) => (
        <MarkDot
          key={mark.id}
          x={mark.x * shape.width}
          y={mark.y * shape.height}
          text={small ? '' : String(mark.n)}
          small={small}
        />
      ))}
      {place && <circle className="placing" cx={place.x * shape.width} cy={place.y * shape.height} r={11} />}
    </svg>
  );
}

const MarkDot = ({ x, y, text, small }: { x: number; y: number; text: string; small: boolean }) => (
  <g className="mark-dot" transform={`translate(${x} ${y})`}>
    <circle r={small ? 12 : 9} />
    {text && <text y={4.2}>{text}</text>}
  </g>
);

'use client';
import dynamic from 'next/dynamic';
import { memo, useMemo, type PointerEvent, type ReactNode } from 'react';
import { findZone } from '@/core/trade';
import {
  centreOf,
  indexItems,
  itemWords,
  placeOf,
  type Part,
  type Point,
  type ProcedureDocument,
  boundsOf,
  detailPath,
  type Drawing,
  drawingOf,
  inset,
  leaderPlace,
  outlinePath,
  placeCallOuts,
  placesFor,
  roundedPath,
  toDrawing,
  type Appearance,
} from '@/core/document';
import { Marks } from './marks-layer';

export interface PanelMapProps {
  document: ProcedureDocument;
  appearance: Map<string, Appearance>;
  selected?: string | null;
  /** More items shown as selected. */
  marked?: ReadonlySet<string>;
  /** What is worked on now. */
  now?: ReadonlySet<string>;
  /** Items that could be worked on now. */
  open?: ReadonlySet<string>;
  onSelect?: (id: string, event: PointerEvent) => void;
  /** Outlines of areas that are peeled back, or of work. */
  areas?: readonly Point[][];
  /** A short line with a leader to one item. */
  leader?: string | null;
  leaderTo?: string | null;
  /** Numbers beside the marks, the same as in the list; only items that are in sight get theirs. */
  numbers?: ReadonlyMap<string, number>;
  /** Numbers what is lifted off as well. */
  numbersLifted?: boolean;
  /** Brings these items large into view, all of them, with enough around them to know where one is. */
  zoomTo?: ReadonlySet<string>;
  onGround?: (event: PointerEvent<SVGSVGElement>) => void;
  children?: (drawing: Drawing) => ReactNode;
  svgRef?: React.Ref<SVGSVGElement>;
  /** False leaves out the photo behind the drawing. */
  photo?: boolean;
}

/** Few drawings have either: their scripts come only then. */
const MapFeatures = dynamic(() => import('./map-features').then((module) => module.MapFeatures));
const MapPhoto = dynamic(() => import('./map-photo').then((module) => module.MapPhoto));

const MARGIN = 46;
const ZOOM = 1.6;
/** Marks keep one size on the screen: this many millimetres at full view on a map of 1000 mm. */
const MARK_SCALE = 1.05;

/** The panel drawn to scale as seen from inside the cabin, each fastener by what it is and by its state. */
export const PanelMap = memo(function PanelMap(props: PanelMapProps) {
  const { document, appearance, zoomTo } = props;
  const drawing = useMemo(() => drawingOf(document), [document]);
  const index = useMemo(() => indexItems(document), [document]);
  const { focus, zoom } = zoomOn(drawing, document, index, zoomTo);
  const view = viewTransform(drawing, focus, zoom);
  const size = ((drawing.width / 1000) * MARK_SCALE) / zoom;
  const seen = (id: string) => appearance.get(id) ?? 'hidden';
  const state = (id: string) =>
    `${seen(id)}${props.now?.has(id) ? ' now' : ''}${props.selected === id || props.marked?.has(id) ? ' selected' : ''}${props.open?.has(id) ? ' open' : ''}`;
  const visible = (id: string) =>
    seen(id) !== 'hidden' || props.now?.has(id) || props.selected === id || !!props.marked?.has(id);
  // Large parts first, so that what lies on them is drawn over them.
  const parts = document.parts.filter((part) => part.shape && visible(part.id)).sort((a, b) => areaOf(b) - areaOf(a));
  const tap = (id: string) => (event: PointerEvent) => {
    if (!props.onSelect) return;
    event.stopPropagation();
    props.onSelect(id, event);
  };
  const label = (id: string) => itemWords(index, id);
  const panels = parts.filter((part) => partLook(part) === 'panel');
  const drawPart = (part: Part) => (
    <g key={part.id} onPointerDown={props.onSelect && tap(part.id)}>
      <title>{label(part.id)}</title>
      <path className={`part ${partLook(part)} ${state(part.id)}`} d={roundedPath(drawing, part.shape!)} />
      {partLook(part) === 'small' && seen(part.id) === 'in' && (
        <path className="detail" d={roundedPath(drawing, inset(part.shape!))} />
      )}
      {partLook(part) === 'speaker' && seen(part.id) === 'in' && <SpeakerRing drawing={drawing} shape={part.shape!} />}
    </g>
  );
  return (
    <svg
      ref={props.svgRef}
      className="panel-map"
      role="group"
      aria-label={`Panel map: ${document.title}, ${document.side}`}
      viewBox={`${-MARGIN} ${-MARGIN} ${drawing.width + MARGIN * 2} ${drawing.height + MARGIN * 2}`}
      onPointerDown={props.onGround}
    >
      <defs>
        <pattern id="lifted" width="18" height="18" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect className="lifted" width="18" height="18" />
          <path className="lifted-line" d="M0 0V18" />
        </pattern>
      </defs>
      <g className="zooming" style={{ transform: view }}>
        <path
          className={document.map.photo && props.photo !== false ? 'outline over-photo' : 'outline'}
          d={outlinePath(document.map)}
          transform={outlineTransform(drawing)}
        />
        {document.map.photo && props.photo !== false && <MapPhoto photo={document.map.photo} drawing={drawing} />}
        {panels.map(drawPart)}
        <path className="detail" d={detailPath(document.map)} transform={outlineTransform(drawing)} />
        {document.map.features && (
          <MapFeatures features={document.map.features} transform={outlineTransform(drawing)} />
        )}
        {parts.filter((part) => !panels.includes(part)).map(drawPart)}
        {document.work?.map(({ id, shape }) =>
          shape && visible(id) ? (
            <path
              key={id}
              className={`worked ${state(id)}`}
              d={roundedPath(drawing, shape)}
              onPointerDown={props.onSelect && tap(id)}
            />
          ) : null,
        )}
        {props.areas?.map((area, n) => (
          <path key={n} className="area" d={roundedPath(drawing, area)} />
        ))}
        <Marks
          {...{ document, index, drawing, size, visible, state, label }}
          onTap={props.onSelect ? tap : undefined}
        />
        {props.numbers && <CallOuts {...props} numbers={props.numbers} drawing={drawing} index={index} seen={seen} />}
        {props.leader && props.leaderTo && (
          <Leader drawing={drawing} at={leaderPlace(document, index, props.leaderTo)} text={props.leader} size={size} />
        )}
        {props.children?.(drawing)}
      </g>
      <Orientation drawing={drawing} document={document} zoom={zoom} />
    </svg>
  );
});

/** Room left around what is zoomed to, mm on a map of 1000 mm. */
const AROUND = 160;

/** The middle of some items and the largest zoom, at most `ZOOM`, that shows every piece of them. */
function zoomOn(
  drawing: Drawing,
  document: ProcedureDocument,
  index: ReturnType<typeof indexItems>,
  items: ReadonlySet<string> | undefined,
): { focus: Point | null; zoom: number } {
  const points = [...(items ?? [])]
    .flatMap((id) => {
      const own =
        (index.fasteners.get(id) ?? index.links.get(id))?.at ??
        (index.parts.get(id) ?? index.works.get(id))?.shape ??
        [];
      const place = own.length ? null : leaderPlace(document, index, id);
      return place ? [place] : own;
    })
    .map((point) => toDrawing(drawing, point));
  if (points.length === 0) return { focus: null, zoom: 1 };
  const [left, top, width, height] = boundsOf(points);
  const around = (drawing.width / 1000) * AROUND;
  const fits = Math.min(drawing.width / (width + 2 * around), drawing.height / (height + 2 * around));
  const zoom = Math.min(ZOOM, Math.max(1, fits));
  return zoom === 1 ? { focus: null, zoom } : { focus: [left + width / 2, top + height / 2], zoom };
}

function viewTransform({ width, height }: Drawing, focus: Point | null, zoom: number): string {
  if (!focus) return 'translate(0px, 0px) scale(1)';
  const [x, y] = focus;
  const clamp = (value: number, max: number) => Math.min(0, Math.max(max * (1 - zoom), value));
  return `translate(${clamp(width / 2 - x * zoom, width)}px, ${clamp(height / 2 - y * zoom, height)}px) scale(${zoom})`;
}

const outlineTransform = ({ width, height, mirrored }: Drawing) =>
  mirrored ? `translate(${width} ${height}) scale(-1 -1)` : `translate(0 ${height}) scale(1 -1)`;

const areaOf = (part: Part) => {
  const [, , width, height] = boundsOf(part.shape!);
  return width * height;
};

function partLook(part: Part): string {
  if (part.kind === 'speaker' || part.kind === 'tweeter') return 'speaker';
  if (part.kind === 'shield') return 'shield';
  return part.kind === 'panel' ? 'panel' : 'small';
}

function SpeakerRing({ drawing, shape }: { drawing: Drawing; shape: Point[] }) {
  const [x, y] = toDrawing(drawing, centreOf(shape)!);
  const radius = boundsOf(shape)[2] / 2;
  return (
    <>
      <circle className="inner-ring" cx={x} cy={y} r={radius * 0.72} />
      <circle className="inner-ring" cx={x} cy={y} r={radius * 0.25} />
    </>
  );
}

function Leader({ drawing, at, text, size }: { drawing: Drawing; at: Point | null; text: string; size: number }) {
  if (!at) return null;
  const [x, y] = toDrawing(drawing, at);
  const toLeft = x > drawing.width / 2;
  const up = y > drawing.height * 0.25 ? -1 : 1;
  const [bx, by] = [x + (toLeft ? -30 : 30) * size, y + up * 62 * size];
  return (
    <g pointerEvents="none">
      <path className="leader" d={`M${x} ${y + up * 27 * size}V${by}H${bx}`} strokeWidth={2.4 * size} />
      <text
        className="leader-text"
        x={bx + (toLeft ? -7 : 7) * size}
        y={by + 7 * size}
        fontSize={25 * size}
        strokeWidth={5 * size}
        textAnchor={toLeft ? 'end' : 'start'}
      >
        {text}
      </text>
    </g>
  );
}

/** Radius of a call-out number, mm on a map of 1000 mm. */
const NUMBER_RADIUS = 15;

/** Numbers beside what is in sight, each with a line to its mark; a group has one number, at its first piece. */
function CallOuts({
  document,
  numbers,
  drawing,
  index,
  seen,
  selected,
  numbersLifted,
}: PanelMapProps & {
  numbers: ReadonlyMap<string, number>;
  drawing: Drawing;
  index: ReturnType<typeof indexItems>;
  seen: (id: string) => Appearance;
}) {
  const radius = (drawing.width / 1000) * NUMBER_RADIUS;
  const inSight = [...numbers].filter(([id]) => seen(id) === 'in' || (numbersLifted && seen(id) === 'out'));
  const place = (id: string) => leaderPlace(document, index, id);
  const items = inSight.flatMap(([id, n]) => {
    const at = place(id);
    return at ? [{ id, n, mark: toDrawing(drawing, at) }] : [];
  });
  const marks = document.fasteners
    .filter(({ id }) => seen(id) === 'in')
    .flatMap((fastener) => placesFor(fastener.at, placeOf(index, fastener.id)))
    .map((at) => toDrawing(drawing, at));
  return (
    <g pointerEvents="none" aria-hidden="true">
      {placeCallOuts(items, marks, radius, [drawing.width, drawing.height]).map(({ id, n, at, mark }) => (
        <g key={id} className={`call-out ${id === selected ? 'selected' : ''}`}>
          <path d={`M${mark[0]} ${mark[1]}L${at[0]} ${at[1]}`} strokeWidth={radius * 0.14} />
          <circle cx={at[0]} cy={at[1]} r={radius} />
          <text x={at[0]} y={at[1] + radius * 0.38} fontSize={radius * 1.15}>
            {n}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Length of the scale bar, mm. */
const SCALE_MM = 100;

/** Which way the panel lies, and its scale: the bar grows with the drawing. */
function Orientation({ drawing, document, zoom }: { drawing: Drawing; document: ProcedureDocument; zoom: number }) {
  const { width, height, mirrored } = drawing;
  const bar = SCALE_MM * zoom;
  const y = height + 34;
  const size = (width / 1000) * 24;
  const [left, right] =
    document.side === 'centre' ? ['← left', 'right →'] : mirrored ? ['← rear', 'front →'] : ['← front', 'rear →'];
  return (
    <g className="orientation" fontSize={size}>
      <text x={0} y={y}>
        {left}
      </text>
      <text x={width} y={y} textAnchor="end">
        {right}
      </text>
      <text x={width / 2} y={-18} textAnchor="middle">
        ↑ {findZone(document.zone)?.upwards ?? 'up'}
      </text>
      <path className="scale-bar" d={`M${width / 2 - bar / 2} ${y - 14}v8h${bar}v-8`} />
      <text x={width / 2 + bar / 2 + 12} y={y}>
        {SCALE_MM} mm
      </text>
    </g>
  );
}

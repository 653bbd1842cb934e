'use client';
import { useRef, useState, type PointerEvent, type ReactNode } from 'react';
import {
  type Edit,
  heldParts,
  indexItems,
  itemsInside,
  type Point,
  type ProcedureDocument,
  type Appearance,
  drawingOf,
  peeled,
  peelSteps,
  toDrawing,
  toMap,
  type Drawing as Frame,
} from '@/core/document';
import { PanelMap, Peel } from '../../map';
import { OutlineHandles } from './outlining';
import { PhotoCorners } from './photo-corners';
import { defaultPlaces, GroupHandle, PartHandles, PointHandle } from './shape-handles';
import { useDrawingTools } from './tools';
import { useHold } from './use-hold';
import { useLasso } from './use-lasso';
import { isUndrawn, type usePlacing } from './use-placing';

/** A drag shorter than this is a tap, millimetres. */
const TAP_MM = 40;

interface DrawingProps {
  document: ProcedureDocument;
  layers: Map<string, number>;
  peel: number;
  onPeel: (peel: number) => void;
  selected: string | null;
  /** Everything that is selected, where that is more than one. */
  several: readonly string[];
  /** Whether a drag draws a line around what is to be selected. */
  lassoing: boolean;
  onLassoing: (on: boolean) => void;
  /** Whether the photo behind the drawing is laid straight just now. */
  layingPhoto: boolean;
  placing: ReturnType<typeof usePlacing>;
  /** `also`: besides what is selected already. */
  onSelect: (id: string, also: boolean) => void;
  onSeveral: (ids: string[]) => void;
  onEdit: (edit: Edit) => void;
}

/** The panel to draw on: a tap places one, a drag several along an edge or a part as large as the drag. */
export function Drawing(props: DrawingProps) {
  const { document, layers, peel, onPeel, selected, several, lassoing, placing, onSelect } = props;
  const [isPhoto, showPhoto] = useState(true);
  const svg = useRef<SVGSVGElement>(null);
  const from = useRef<Point | null>(null);
  const [line, setLine] = useState<[Point, Point] | null>(null);
  const { tool } = placing;
  const { measuring, measure, outlining, outline } = useDrawingTools();
  const frame = drawingOf(document);
  const [hold, holdLines] = useHold(document, frame);
  const appearance = withWorkedOn(peeled(document, layers, peel), document, [selected, placing.last]);
  const toPoint = (clientX: number, clientY: number): Point | null => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix);
    return [x, y];
  };
  const lasso = useLasso(frame, toPoint, (around) =>
    props.onSeveral(itemsInside(document, around).filter((id) => appearance.get(id) !== 'hidden')),
  );
  const onMap = (event: { clientX: number; clientY: number }): Point | null => {
    const point = toPoint(event.clientX, event.clientY);
    const [x, y] = point ? toMap(frame, [clamp(point[0], frame.width), clamp(point[1], frame.height)]) : [0, 0];
    return point && [Math.round(x), Math.round(y)];
  };
  const onGround = (event: PointerEvent<SVGSVGElement>) => {
    leaveField();
    if (lassoing) return lasso.start(event);
    from.current = onMap(event);
    if (measuring && from.current) {
      if (measuring.length < 2) measure([...measuring, from.current]);
    } else if (tool) event.currentTarget.setPointerCapture(event.pointerId);
    else if (from.current && !outlining) placing.place(from.current, null);
  };
  const onMove = (event: PointerEvent) => {
    if (lassoing) return lasso.move(event);
    const at = tool && from.current && onMap(event);
    if (at && from.current) setLine(isFar(from.current, at) ? [from.current, at] : null);
  };
  const onUp = (event: PointerEvent) => {
    if (lassoing) return lasso.end();
    const [start, end] = [from.current, onMap(event)];
    from.current = null;
    setLine(null);
    if (!tool || !start || !end || measuring) return;
    const isDrag = isFar(start, end) && (tool.type === 'fastener' || tool.type === 'part');
    placing.place(start, isDrag ? end : null);
  };
  const outlined = shapeOf(document, selected);
  const steps = peelSteps(document);
  return (
    <div className="map-sheet fill-column recorder-drawing">
      <p className="drawing-words">{wordsFor(props, measuring, outlining !== null)}</p>
      <div
        className={`map-frame ${tool || lassoing || measuring ? 'placing' : ''}`}
        onPointerMove={onMove}
        onPointerUp={onUp}
      >
        <PanelMap
          document={document}
          appearance={appearance}
          selected={selected}
          marked={new Set(several)}
          areas={areasShown(document, selected)}
          svgRef={svg}
          photo={isPhoto}
          onGround={onGround}
          onSelect={
            tool || measuring || outlining
              ? undefined
              : (id, event) => {
                  leaveField();
                  onSelect(id, lassoing || event.shiftKey);
                }
          }
        >
          {(drawing) => (
            <>
              <path ref={holdLines} className="hold-line" />
              <path ref={lasso.line} className="drag-line" />
              {line && <DragLine drawing={drawing} line={line} isBox={tool?.type === 'part'} />}
              {measuring && <Measured drawing={drawing} points={measuring} />}
              {!tool && !measuring && (
                <Handles {...props} {...{ drawing, toPoint, hold, outlining, showsPhoto: isPhoto }} />
              )}
            </>
          )}
        </PanelMap>
      </div>
      <div className="map-controls">
        <Peel value={Math.min(peel, steps)} steps={steps} onChange={onPeel} />
        {document.map.photo && (
          <Toggle on={isPhoto} onToggle={showPhoto}>
            Photo
          </Toggle>
        )}
        <Toggle on={lassoing} onToggle={props.onLassoing}>
          Select several
        </Toggle>
        {(outlined || outlining) && (
          <Toggle
            on={outlining !== null}
            onToggle={(on) => outline(on && selected ? { of: 'item', id: selected } : null)}
          >
            Corners
          </Toggle>
        )}
      </div>
    </div>
  );
}

function Toggle({ on, onToggle, children }: { on: boolean; onToggle: (on: boolean) => void; children: ReactNode }) {
  return (
    <button type="button" className="btn btn-sm btn-outline-dark" aria-pressed={on} onClick={() => onToggle(!on)}>
      {children}
    </button>
  );
}

/** What is dragged: several together, corners, or what is selected alone. */
function Handles({
  document,
  selected,
  several,
  lassoing,
  layingPhoto,
  onEdit,
  drawing,
  toPoint,
  hold,
  outlining,
  showsPhoto,
}: DrawingProps & {
  drawing: Frame;
  toPoint: (clientX: number, clientY: number) => Point | null;
  hold: ReturnType<typeof useHold>[0];
  outlining: ReturnType<typeof useDrawingTools>['outlining'];
  showsPhoto: boolean;
}) {
  const shared = { drawing, toPoint, hold, onEdit };
  if (outlining) return <OutlineHandles {...{ document, outlining, drawing, toPoint, onEdit }} />;
  if (layingPhoto && showsPhoto)
    return <PhotoCorners map={document.map} drawing={drawing} toPoint={toPoint} onEdit={onEdit} />;
  if (several.length > 1) return lassoing ? null : <GroupHandle {...shared} document={document} ids={several} />;
  const part = document.parts.find((one) => one.id === selected && one.shape);
  if (part) return <PartHandles {...shared} key={part.id} part={part} />;
  const placed = [...document.fasteners, ...document.links, ...(document.work ?? [])].find(({ id }) => id === selected);
  if (!placed) return null;
  const places = placed.at ?? defaultPlaces(document, placed.id);
  return places.map((_, n) => (
    <PointHandle
      {...shared}
      key={`${placed.id}-${n}`}
      id={placed.id}
      point={n}
      places={places}
      isSet={placed.at !== undefined}
    />
  ));
}

/** What to do in the drawing now. */
function wordsFor(
  { document, selected, several, lassoing, placing: { tool, group } }: DrawingProps,
  measuring: Point[] | null,
  isOutlining: boolean,
): string {
  if (measuring)
    return measuring.length < 2 ? 'Tap the two ends of a length you know' : 'Type on the right how long that is';
  if (isOutlining) return 'Drag a corner · drag between two for a new one · double tap takes one out';
  if (lassoing) return 'Draw a line around them, or tap one after the other';
  if (several.length > 1) return 'Drag them together · arrow keys for a millimetre, with Shift for ten';
  if (tool && group) return 'Tap for one more of this group';
  if (tool?.type === 'fastener') return 'Tap where it sits · drag along an edge for several';
  if (tool?.type === 'part') return 'Tap its middle · or drag from corner to corner';
  if (tool) return 'Tap where it is';
  if (selected && isUndrawn(document, selected)) return 'Not drawn yet: tap where it is';
  return selected
    ? 'Drag to move, with Alt off the lines · Shift-tap for several · arrow keys for a millimetre'
    : 'Pick on the left what to place, or type it below';
}

/** The shape of an item that has one. */
const shapeOf = (document: ProcedureDocument, id: string | null): Point[] | undefined =>
  [...document.parts, ...(document.work ?? [])].find((item) => item.id === id)?.shape;

/** Areas of the selected part, and where the selected work is done. */
function areasShown(document: ProcedureDocument, id: string | null): Point[][] {
  const regions = document.parts.find((part) => part.id === id)?.regions;
  const work = document.work?.find((one) => one.id === id)?.shape;
  return [...Object.values(regions ?? {}), ...(work ? [work] : [])];
}

/** What is worked on is in sight, and what it holds: a screw is placed on a speaker that can be seen. */
function withWorkedOn(
  appearance: Map<string, Appearance>,
  document: ProcedureDocument,
  ids: (string | null)[],
): Map<string, Appearance> {
  const index = indexItems(document);
  for (const id of ids) {
    if (!id || !appearance.has(id)) continue;
    const fastener = index.fasteners.get(id);
    for (const one of [id, ...(fastener ? heldParts(fastener) : [])])
      if (appearance.has(one)) appearance.set(one, 'in');
  }
  return appearance;
}

/** What is typed is taken over before anything else is selected: a drawing takes no focus by itself. */
const leaveField = () => {
  const active = window.document.activeElement;
  if (active instanceof HTMLElement && active.matches('input, textarea')) active.blur();
};

function DragLine({ drawing, line: [a, b], isBox }: { drawing: Frame; line: [Point, Point]; isBox: boolean }) {
  const [[ax, ay], [bx, by]] = [toDrawing(drawing, a), toDrawing(drawing, b)];
  return isBox ? (
    <rect
      className="drag-line"
      x={Math.min(ax, bx)}
      y={Math.min(ay, by)}
      width={Math.abs(bx - ax)}
      height={Math.abs(by - ay)}
    />
  ) : (
    <path className="drag-line" d={`M${ax} ${ay}L${bx} ${by}`} />
  );
}

/** The ends of a known length, and the line between them. */
function Measured({ drawing, points }: { drawing: Frame; points: Point[] }) {
  const drawn = points.map((point) => toDrawing(drawing, point));
  return (
    <g className="measured">
      {drawn.length === 2 && <path className="drag-line" d={`M${drawn[0].join(' ')}L${drawn[1].join(' ')}`} />}
      {drawn.map(([x, y], n) => (
        <circle key={n} cx={x} cy={y} r={10} />
      ))}
    </g>
  );
}

const isFar = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay) > TAP_MM;
const clamp = (value: number, max: number) => Math.max(0, Math.min(max, value));

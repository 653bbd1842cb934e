'use client';
import { useRef, useState, type PointerEvent } from 'react';
import { centreOf, type Edit, heldParts, indexItems, type Point, type ProcedureDocument } from '@/core/procedure';
import {
  type Appearance,
  drawingOf,
  PanelMap,
  Peel,
  peeled,
  peelSteps,
  toDrawing,
  toMap,
  type Drawing as Frame,
} from '../../map';
import { PhotoCorners } from './photo-corners';
import { PartHandles, PointHandle } from './shape-handles';
import { isUndrawn, type usePlacing } from './use-placing';

/** A drag shorter than this is a tap, millimetres. */
const TAP_MM = 40;

interface DrawingProps {
  document: ProcedureDocument;
  layers: Map<string, number>;
  peel: number;
  onPeel: (peel: number) => void;
  selected: string | null;
  /** Whether the photo behind the drawing is laid straight just now. */
  layingPhoto: boolean;
  placing: ReturnType<typeof usePlacing>;
  onSelect: (id: string) => void;
  onEdit: (edit: Edit) => void;
}

/** The panel to draw on: a tap places one, a drag several along an edge or a part as large as the drag. */
export function Drawing(props: DrawingProps) {
  const { document, layers, peel, onPeel, selected, placing, onSelect, onEdit } = props;
  const [isPhoto, showPhoto] = useState(true);
  const svg = useRef<SVGSVGElement>(null);
  const from = useRef<Point | null>(null);
  const [line, setLine] = useState<[Point, Point] | null>(null);
  const { tool, group } = placing;
  const steps = peelSteps(document);
  const toPoint = (clientX: number, clientY: number): Point | null => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix);
    return [x, y];
  };
  const onMap = (event: { clientX: number; clientY: number }): Point | null => {
    const point = toPoint(event.clientX, event.clientY);
    const drawing = drawingOf(document);
    const [x, y] = point ? toMap(drawing, [clamp(point[0], drawing.width), clamp(point[1], drawing.height)]) : [0, 0];
    return point && [Math.round(x), Math.round(y)];
  };
  const onGround = (event: PointerEvent<SVGSVGElement>) => {
    leaveField();
    from.current = onMap(event);
    if (tool) event.currentTarget.setPointerCapture(event.pointerId);
    else if (from.current) placing.place(from.current, null);
  };
  const onMove = (event: PointerEvent) => {
    const at = tool && from.current && onMap(event);
    if (at && from.current) setLine(isFar(from.current, at) ? [from.current, at] : null);
  };
  const onUp = (event: PointerEvent) => {
    const [start, end] = [from.current, onMap(event)];
    from.current = null;
    setLine(null);
    if (!tool || !start || !end) return;
    const isDrag = isFar(start, end) && (tool.type === 'fastener' || tool.type === 'part');
    placing.place(start, isDrag ? end : null);
  };
  const part = document.parts.find((one) => one.id === selected && one.shape);
  const placed = [...document.fasteners, ...document.links, ...(document.work ?? [])].find(({ id }) => id === selected);
  return (
    <div className="map-sheet fill-column recorder-drawing">
      <p className="drawing-words">
        {tool
          ? group
            ? 'Tap for one more of this group'
            : tool.type === 'fastener'
              ? 'Tap where it sits · drag along an edge for several'
              : tool.type === 'part'
                ? 'Tap its middle · or drag from corner to corner'
                : 'Tap where it is'
          : selected && isUndrawn(document, selected)
            ? 'Not drawn yet: tap where it is'
            : selected
              ? 'Drag to move · arrow keys for a millimetre, with Shift for ten'
              : 'Pick on the left what to place, or type it below'}
      </p>
      <div className={`map-frame ${tool ? 'placing' : ''}`} onPointerMove={onMove} onPointerUp={onUp}>
        <PanelMap
          document={document}
          appearance={withWorkedOn(peeled(document, layers, peel), document, [selected, placing.last])}
          selected={selected}
          svgRef={svg}
          photo={isPhoto}
          onGround={onGround}
          onSelect={
            tool
              ? undefined
              : (id) => {
                  leaveField();
                  onSelect(id);
                }
          }
        >
          {(drawing) => (
            <>
              {line && <DragLine drawing={drawing} line={line} isBox={tool?.type === 'part'} />}
              {!tool && props.layingPhoto && isPhoto && (
                <PhotoCorners map={document.map} drawing={drawing} toPoint={toPoint} onEdit={onEdit} />
              )}
              {!tool && part && (
                <PartHandles key={part.id} part={part} drawing={drawing} toPoint={toPoint} onEdit={onEdit} />
              )}
              {!tool &&
                (placed?.at ?? defaultPlace(document, placed?.id)).map((at, n) => (
                  <PointHandle
                    key={`${placed!.id}-${n}`}
                    id={placed!.id}
                    point={n}
                    at={at}
                    isSet={!!placed!.at}
                    drawing={drawing}
                    toPoint={toPoint}
                    onEdit={onEdit}
                  />
                ))}
            </>
          )}
        </PanelMap>
      </div>
      <div className="map-controls">
        <Peel value={Math.min(peel, steps)} steps={steps} onChange={onPeel} />
        {document.map.photo && (
          <button
            type="button"
            className="btn btn-sm btn-outline-dark"
            aria-pressed={isPhoto}
            onClick={() => showPhoto(!isPhoto)}
          >
            Photo
          </button>
        )}
      </div>
    </div>
  );
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

/** Where a tether without a place of its own is drawn, so that it can be dragged to where it is. */
function defaultPlace(document: ProcedureDocument, id: string | undefined): Point[] {
  const link = document.links.find((one) => one.id === id);
  const owner = link && document.parts.find((part) => part.id === link.joins[0]);
  const centre = centreOf(owner?.shape);
  return centre ? [[centre[0], centre[1] - 14]] : [];
}

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

const isFar = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay) > TAP_MM;
const clamp = (value: number, max: number) => Math.max(0, Math.min(max, value));

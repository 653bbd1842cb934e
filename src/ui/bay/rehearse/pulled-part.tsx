'use client';
import { readItemKey, type Point, type ProcedureDocument, roundedPath, toDrawing, type Drawing } from '@/core/document';
import { type Ground, liftAt, shapeOf } from '@/core/rehearse';
import { type Hand, useHand } from './use-pull';

/** How much of what a part stands off is drawn, and where it goes: up and to the left, as towards an eye above. */
const DRAWN = { x: -0.35, y: 0.7 } as const;
/** Strain from which a piece is about to give way. */
const ALARM = 0.7;

/** A part in the hand: its outline where it stands, the shadow where it was, and how hard each piece that holds it is strained. */
export function PulledPart({
  ground,
  document,
  drawing,
  hand,
}: {
  ground: Ground;
  document: ProcedureDocument;
  drawing: Drawing;
  hand: Hand;
}) {
  const pulling = useHand(hand);
  if (!pulling) return null;
  const { move, pulled } = pulling;
  const index = ground.graph.indexes.get(document.id)!;
  const shape = shapeOf(index, index.parts.get(readItemKey(move.item)!.item)!);
  const lifted = shape.map(([x, y]): Point => {
    const w = liftAt(pulled.pose, x, y);
    return [x + (drawing.mirrored ? -DRAWN.x : DRAWN.x) * w, y + DRAWN.y * w];
  });
  const unit = drawing.width / 1000;
  return (
    <g pointerEvents="none" className="pulled-part">
      <path className="shadow-left" d={roundedPath(drawing, shape)} />
      <path className="in-hand" d={roundedPath(drawing, lifted)} />
      {pulled.strains
        .filter(({ share }) => share > 0.02)
        .map(({ holder, share }, n) => {
          const [x, y] = toDrawing(drawing, [holder.x, holder.y]);
          return (
            <g key={n} className={share > ALARM ? 'strain alarm' : 'strain'}>
              <circle
                cx={x}
                cy={y}
                r={(16 + 26 * Math.min(1, share)) * unit}
                strokeWidth={(2 + 8 * Math.min(1, share)) * unit}
              />
              {share > ALARM && (
                <text x={x} y={y + 10 * unit} fontSize={32 * unit}>
                  !
                </text>
              )}
            </g>
          );
        })}
      {pulled.snapped.map(({ x, y }, n) => {
        const [cx, cy] = toDrawing(drawing, [x, y]);
        const r = 20 * unit;
        return (
          <path
            key={`s${n}`}
            className="snapped"
            strokeWidth={7 * unit}
            d={`M${cx - r} ${cy - r}L${cx + r} ${cy + r}M${cx - r} ${cy + r}L${cx + r} ${cy - r}`}
          />
        );
      })}
    </g>
  );
}

import type { PointerEvent, ReactNode } from 'react';
import {
  type indexItems,
  type ProcedureDocument,
  type Drawing,
  type Placed,
  placeMarks,
  placesOf,
} from '@/core/document';
import { ItemGlyph } from './mark';

/** Radius of a mark as it is drawn, before it is scaled. */
const MARK_RADIUS = 16;

/** The marks of everything that is in sight, none over another. */
export function Marks({
  document,
  index,
  drawing,
  size,
  visible,
  state,
  label,
  onTap,
}: {
  document: ProcedureDocument;
  index: ReturnType<typeof indexItems>;
  drawing: Drawing;
  size: number;
  visible: (id: string) => boolean;
  state: (id: string) => string;
  label: (id: string) => string;
  onTap?: (id: string) => (event: PointerEvent) => void;
}) {
  return placeMarks(placesOf(document, index, drawing, visible), 2 * MARK_RADIUS * size).map((mark, n) => (
    <Mark
      key={`${mark.id}-${n}`}
      mark={mark}
      size={size}
      state={state(mark.id)}
      title={label(mark.id)}
      onTap={onTap?.(mark.id)}
    >
      <ItemGlyph index={index} id={mark.id} />
    </Mark>
  ));
}

function Mark({
  mark: { at, from, count },
  size,
  state,
  title,
  onTap,
  children,
}: {
  mark: Placed;
  size: number;
  state: string;
  title: string;
  onTap?: (event: PointerEvent) => void;
  children: ReactNode;
}) {
  return (
    <g className={`mark ${state}`} transform={`translate(${at[0]} ${at[1]}) scale(${size})`} onPointerDown={onTap}>
      <title>{title}</title>
      {from && <path className="gave-way" d={`M0 0L${(from[0] - at[0]) / size} ${(from[1] - at[1]) / size}`} />}
      <g className="mark-size">
        <circle className="halo" r={26} />
        <circle r={26} fill="transparent" />
        {children}
        {count > 1 && (
          <text className="mark-count" x={18} y={-10}>
            ×{count}
          </text>
        )}
      </g>
    </g>
  );
}

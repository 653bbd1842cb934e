'use client';
import {
  fastenerGlyph,
  linkGlyph,
  markOf,
  PART_GLYPH,
  WORK_GLYPH,
  type Stroke,
  type Fastener,
  type ItemIndex,
  type Link,
} from '@/core/document';
import { useCatalogue } from '../design';

const Strokes = ({ of }: { of: readonly Stroke[] }) =>
  of.map(({ look, d, wide }, n) => (
    <path
      key={n}
      className={look === 'srs' ? 'line srs' : look}
      d={d}
      style={wide ? { strokeWidth: wide } : undefined}
    />
  ));

/** The mark of a fastener, drawn by what it is, around (0,0) with radius about 16. */
export const FastenerGlyph = ({ fastener }: { fastener: Pick<Fastener, 'kind' | 'drive'> }) => (
  <Strokes of={fastenerGlyph(useCatalogue(), fastener)} />
);

/** The mark of a link, around (0,0). SRS links wear a second, red frame. */
export const LinkGlyph = ({ link }: { link: Pick<Link, 'kind' | 'safety'> }) => <Strokes of={linkGlyph(link)} />;

/** The mark of an item that is drawn as one: a fastener, a link or work. */
export const ItemGlyph = ({ index, id }: { index: ItemIndex; id: string }) => (
  <Strokes of={markOf(useCatalogue(), index, id)} />
);

/** The mark of a part in lists: a small panel. */
export const PartGlyph = () => <Strokes of={PART_GLYPH} />;

/** The mark of work done to the car. */
export const WorkGlyph = () => <Strokes of={WORK_GLYPH} />;

/** A mark as a small picture of its own, for lists and tool rows. */
export function Glyph({ children }: { children: React.ReactNode }) {
  return (
    <svg className="glyph panel-map" viewBox="-24 -20 48 40" aria-hidden="true">
      <g className="mark">{children}</g>
    </svg>
  );
}

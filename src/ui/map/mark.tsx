'use client';
import { entryOf } from '@/core/text';
import { findFastenerKind, parseDrive } from '@/core/hardware';
import type { Fastener, Link } from '@/core/procedure';
import { useCatalogue } from '../design/catalogue';

const star = (points: number, outer: number, inner: number) =>
  Array.from({ length: points * 2 }, (_, i) => {
    const radius = i % 2 ? inner : outer;
    const angle = (Math.PI * i) / points - Math.PI / 2;
    return `${(radius * Math.cos(angle)).toFixed(2)},${(radius * Math.sin(angle)).toFixed(2)}`;
  }).join(' ');

const hexagon = (radius: number) => star(3, radius, radius);
const HEXALOBULAR = star(6, 8.2, 4.6);

/** The plan shape of a drive on a head of radius 16. */
function DriveShape({ drive }: { drive: string | undefined }) {
  const family = drive ? parseDrive(drive)?.family : undefined;
  switch (family) {
    case 'hexalobular':
      return (
        <>
          <circle className="body" r={16} />
          <polygon className="solid" points={HEXALOBULAR} />
        </>
      );
    case 'cross':
      return (
        <>
          <circle className="body" r={16} />
          <path className="line" d="M-8 0H8M0-8V8" style={{ strokeWidth: 4.5 }} />
        </>
      );
    case 'hex':
      return (
        <>
          <polygon className="body" points={hexagon(17)} />
          <circle className="solid" r={4} />
        </>
      );
    case 'hex-socket':
      return (
        <>
          <circle className="body" r={16} />
          <polygon className="solid" points={hexagon(8)} />
        </>
      );
    case 'slot':
      return (
        <>
          <circle className="body" r={16} />
          <path className="line" d="M-9 0H9" style={{ strokeWidth: 4.5 }} />
        </>
      );
    case 'square':
      return (
        <>
          <circle className="body" r={16} />
          <rect className="solid" x={-6} y={-6} width={12} height={12} />
        </>
      );
    default:
      return (
        <>
          <circle className="body" r={16} />
          <circle className="line" r={5} />
        </>
      );
  }
}

const GLYPHS: Record<string, React.ReactNode> = {
  'push-clip': (
    <>
      <path className="body" d="M-11-7 L-8 3 L0 12 L8 3 L11-7 Z" />
      <path className="line" d="M-16-8H16" />
    </>
  ),
  tab: (
    <>
      <path className="body" d="M-11 13 V-2 L-6-13 H6 L11-2 V13 Z" />
      <path className="line" d="M-11-2H11" />
    </>
  ),
  hook: <path className="line" d="M-5-15 V4 A8 8 0 0 0 11 4 V0" />,
  'push-pin': (
    <>
      <circle className="body" r={16} />
      <circle className="line" r={7} />
    </>
  ),
  'spring-clip': (
    <>
      <rect className="body" x={-12} y={-13} width={24} height={26} rx={3} />
      <path className="line" d="M-6-7 L6-2 L-6 3 L6 8" />
    </>
  ),
  'c-clip': <path className="line" d="M9-11 A14 14 0 1 0 9 11 M9-11 V-4 M9 11 V4" style={{ strokeWidth: 4.5 }} />,
  rivet: (
    <>
      <circle className="body" r={15} />
      <circle className="solid" r={5} />
      <circle className="line" r={10} />
    </>
  ),
  'bent-tab': <path className="line" d="M-10 14 V-6 Q-10-13 -2-13 H12" style={{ strokeWidth: 4.5 }} />,
  bracket: <path className="body" d="M-5-14 H5 V0 A8 8 0 1 1 -5 0 Z" />,
  adhesive: (
    <>
      <path className="line" d="M-16-4 q4-7 8 0 t8 0 t8 0 t8 0" />
      <path className="line" d="M-16 7 q4-7 8 0 t8 0 t8 0 t8 0" />
    </>
  ),
  strap: (
    <>
      <rect className="body" x={-16} y={-5} width={32} height={10} rx={5} />
      <path className="line" d="M-4-5V5M4-5V5" />
    </>
  ),
  'screw-clip': (
    <>
      <path className="body" d="M-12-8 L-8 4 L0 13 L8 4 L12-8 Z" />
      <path className="line" d="M-5-4H5M0-9V1" />
    </>
  ),
  stud: (
    <>
      <circle className="body" r={9} />
      <path className="line" d="M0-17V-9M0 9V17M-17 0H-9M9 0H17" />
    </>
  ),
  'hook-and-loop': (
    <>
      <rect className="body" x={-14} y={-11} width={28} height={22} rx={3} />
      <path className="line" d="M-8-4h0M0-4h0M8-4h0M-8 4h0M0 4h0M8 4h0" style={{ strokeWidth: 5 }} />
    </>
  ),
};

const LINK_GLYPHS: Record<string, React.ReactNode> = {
  connector: (
    <>
      <rect className="body" x={-17} y={-11} width={34} height={22} rx={3} />
      <path className="line" d="M-8-4V4M0-4V4M8-4V4" />
    </>
  ),
  cable: (
    <>
      <path className="line" d="M-17 8 C-8-12 0 14 11-7" />
      <circle className="body" cx={13} cy={-10} r={4.5} />
    </>
  ),
  rod: (
    <>
      <path className="line" d="M-15 10 L10-10" />
      <circle className="body" cx={12} cy={-11} r={4.5} />
      <circle className="body" cx={-15} cy={11} r={4.5} />
    </>
  ),
  lamp: (
    <>
      <circle className="body" r={12} />
      <path className="line" d="M-8-8L8 8M8-8L-8 8" />
    </>
  ),
};

/** The mark of a fastener, drawn by what it is, around (0,0) with radius about 16. */
export function FastenerGlyph({ fastener }: { fastener: Pick<Fastener, 'kind' | 'drive'> }) {
  const kind = findFastenerKind(useCatalogue(), fastener.kind);
  if (kind?.glyph === 'screw-clip' || (kind && kind.release !== 'turned'))
    return GLYPHS[kind.glyph] ?? <DriveShape drive={fastener.drive} />;
  if (kind?.glyph === 'stud' && !fastener.drive) return GLYPHS.stud;
  return <DriveShape drive={fastener.drive} />;
}

/** The mark of a link, around (0,0). SRS links wear a second, red frame. */
export function LinkGlyph({ link }: { link: Pick<Link, 'kind' | 'safety'> }) {
  return (
    <>
      {entryOf(LINK_GLYPHS, link.kind) ?? LINK_GLYPHS.connector}
      {link.safety === 'srs' && <rect className="line srs" x={-22} y={-16} width={44} height={32} rx={4} />}
    </>
  );
}

/** The mark of a part in lists: a small panel. */
export const PartGlyph = () => <path className="body" d="M-14 10 L-16-6 Q-15-12 -9-12 L12-10 Q16-9 16-4 L14 11 Z" />;

/** A mark as a small picture of its own, for lists and tool rows. */
export function Glyph({ children }: { children: React.ReactNode }) {
  return (
    <svg className="glyph panel-map" viewBox="-24 -20 48 40" aria-hidden="true">
      <g className="mark">{children}</g>
    </svg>
  );
}

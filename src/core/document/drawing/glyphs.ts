import {
  BASE_CATALOGUE,
  type Catalogue,
  entryOf,
  findFastenerKind,
  type Glyph,
  type LinkMark,
  linkKindOrGuess,
  parseDrive,
} from '../../trade';
import type { Fastener, ItemIndex, Link } from '../procedure';

/** One stroke of a mark, around (0, 0) with radius about 16: a body is filled with paper, a solid with ink, a line only drawn. */
export interface Stroke {
  look: 'body' | 'solid' | 'line' | 'srs';
  /** SVG path commands. */
  d: string;
  /** Width where it is not the usual one. */
  wide?: number;
}

const circle = (r: number, x = 0, y = 0) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
const box = (x: number, y: number, width: number, height: number, r = 0) =>
  r
    ? `M${x + r} ${y}h${width - 2 * r}q${r} 0 ${r} ${r}v${height - 2 * r}q0 ${r} ${-r} ${r}h${2 * r - width}q${-r} 0 ${-r} ${-r}v${2 * r - height}q0 ${-r} ${r} ${-r}Z`
    : `M${x} ${y}h${width}v${height}h${-width}Z`;
const star = (points: number, outer: number, inner: number) =>
  `M${Array.from({ length: points * 2 }, (_, i) => {
    const radius = i % 2 ? inner : outer;
    const angle = (Math.PI * i) / points - Math.PI / 2;
    return `${(radius * Math.cos(angle)).toFixed(2)} ${(radius * Math.sin(angle)).toFixed(2)}`;
  }).join('L')}Z`;
const hexagon = (radius: number) => star(3, radius, radius);

const body = (d: string): Stroke => ({ look: 'body', d });
const solid = (d: string): Stroke => ({ look: 'solid', d });
const line = (d: string, wide?: number): Stroke => ({ look: 'line', d, ...(wide ? { wide } : {}) });
const HEAD = body(circle(16));
const BROAD = 4.5;

/** The plan shape of a drive on its head. */
const DRIVES: Record<string, Stroke[]> = {
  hexalobular: [HEAD, solid(star(6, 8.2, 4.6))],
  cross: [HEAD, line('M-8 0H8M0 -8V8', BROAD)],
  hex: [body(hexagon(17)), solid(circle(4))],
  'hex-socket': [HEAD, solid(hexagon(8))],
  slot: [HEAD, line('M-9 0H9', BROAD)],
  square: [HEAD, solid(box(-6, -6, 12, 12))],
};
const UNKNOWN_DRIVE = [HEAD, line(circle(5))];

/** Turned kinds show their drive instead. */
const GLYPHS: Record<Exclude<Glyph, 'screw' | 'bolt' | 'nut'>, Stroke[]> = {
  'push-clip': [body('M-11 -7L-8 3L0 12L8 3L11 -7Z'), line('M-16 -8H16')],
  tab: [body('M-11 13V-2L-6 -13H6L11 -2V13Z'), line('M-11 -2H11')],
  hook: [line('M-5 -15V4A8 8 0 0 0 11 4V0')],
  'push-pin': [HEAD, line(circle(7))],
  'spring-clip': [body(box(-12, -13, 24, 26, 3)), line('M-6 -7L6 -2L-6 3L6 8')],
  'c-clip': [line('M9 -11A14 14 0 1 0 9 11M9 -11V-4M9 11V4', BROAD)],
  rivet: [body(circle(15)), solid(circle(5)), line(circle(10))],
  'bent-tab': [line('M-10 14V-6Q-10 -13 -2 -13H12', BROAD)],
  bracket: [body('M-5 -14H5V0A8 8 0 1 1 -5 0Z')],
  adhesive: [line('M-16 -4q4 -7 8 0t8 0t8 0t8 0'), line('M-16 7q4 -7 8 0t8 0t8 0t8 0')],
  strap: [body(box(-16, -5, 32, 10, 5)), line('M-4 -5V5M4 -5V5')],
  'screw-clip': [body('M-12 -8L-8 4L0 13L8 4L12 -8Z'), line('M-5 -4H5M0 -9V1')],
  stud: [body(circle(9)), line('M0 -17V-9M0 9V17M-17 0H-9M9 0H17')],
  'hook-and-loop': [body(box(-14, -11, 28, 22, 3)), line('M-8 -4h0M0 -4h0M8 -4h0M-8 4h0M0 4h0M8 4h0', 5)],
};

const LINK_GLYPHS: Record<LinkMark, Stroke[]> = {
  connector: [body(box(-17, -11, 34, 22, 3)), line('M-8 -4V4M0 -4V4M8 -4V4')],
  cable: [line('M-17 8C-8 -12 0 14 11 -7'), body(circle(4.5, 13, -10))],
  rod: [line('M-15 10L10 -10'), body(circle(4.5, 12, -11)), body(circle(4.5, -15, 11))],
  lamp: [body(circle(12)), line('M-8 -8L8 8M8 -8L-8 8')],
};
const SRS_FRAME: Stroke = { look: 'srs', d: box(-22, -16, 44, 32, 4) };

/** The mark of a fastener, drawn by what it is. */
export function fastenerGlyph(catalogue: Catalogue, { kind: code, drive }: Pick<Fastener, 'kind' | 'drive'>): Stroke[] {
  const kind = findFastenerKind(catalogue, code);
  const ofDrive = entryOf(DRIVES, (drive && parseDrive(drive)?.family) || '') ?? UNKNOWN_DRIVE;
  if (kind?.glyph === 'screw-clip' || (kind && kind.release !== 'turned'))
    return entryOf(GLYPHS, kind.glyph) ?? ofDrive;
  return kind?.glyph === 'stud' && !drive ? GLYPHS.stud : ofDrive;
}

/** The mark of a link; an airbag's wears a second frame. */
export function linkGlyph({ kind, safety }: Pick<Link, 'kind' | 'safety'>): Stroke[] {
  const glyph = LINK_GLYPHS[linkKindOrGuess(BASE_CATALOGUE, kind).mark];
  return safety === 'srs' ? [...glyph, SRS_FRAME] : glyph;
}

/** The mark of a part in lists: a small panel. */
export const PART_GLYPH: Stroke[] = [body('M-14 10L-16 -6Q-15 -12 -9 -12L12 -10Q16 -9 16 -4L14 11Z')];

/** The mark of work done to the car: what is cut, drilled or stuck there, as marked out with a cross. */
export const WORK_GLYPH: Stroke[] = [body('M0 -16L16 0L0 16L-16 0Z'), line('M-7 0H7M0 -7V7')];

/** The mark of an item that is drawn as one: a fastener, a link or work. */
export function markOf(catalogue: Catalogue, index: Pick<ItemIndex, 'fasteners' | 'links'>, id: string): Stroke[] {
  const fastener = index.fasteners.get(id);
  if (fastener) return fastenerGlyph(catalogue, fastener);
  const link = index.links.get(id);
  return link ? linkGlyph(link) : WORK_GLYPH;
}

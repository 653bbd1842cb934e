import { FASTENER_ALIASES, FASTENER_KINDS, type FastenerKind } from './fastener-kinds';
import { LINK_KINDS, type LinkKind } from './link-kinds';
import { MOTIONS, type Motion } from './motions';
import { PART_KINDS, type PartKind } from './part-kinds';

/** The hardware catalogue: what the words of a document mean. */
export interface Catalogue {
  fasteners: ReadonlyMap<string, FastenerKind>;
  links: ReadonlyMap<string, LinkKind>;
  parts: ReadonlyMap<string, PartKind>;
  motions: ReadonlyMap<string, Motion>;
}

/** The catalogue Pezzo ships with. */
export const BASE_CATALOGUE: Catalogue = {
  fasteners: FASTENER_KINDS,
  links: LINK_KINDS,
  parts: PART_KINDS,
  motions: MOTIONS,
};

const plain = (code: string) =>
  code
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');

/** The fastener kind for a code or one of its other spellings; undefined where unknown. */
export function findFastenerKind(catalogue: Catalogue, code: string): FastenerKind | undefined {
  const key = plain(code);
  return (
    catalogue.fasteners.get(code) ??
    catalogue.fasteners.get(key) ??
    catalogue.fasteners.get(FASTENER_ALIASES.get(key) ?? '')
  );
}

/** The link kind for a code; undefined where unknown. */
export const findLinkKind = (catalogue: Catalogue, code: string) =>
  catalogue.links.get(code) ?? catalogue.links.get(plain(code));

/** The part kind for a code; undefined where unknown. */
export const findPartKind = (catalogue: Catalogue, code: string) =>
  catalogue.parts.get(code) ?? catalogue.parts.get(plain(code));

/** The motion for a code; undefined where unknown. */
export const findMotion = (catalogue: Catalogue, code: string) =>
  catalogue.motions.get(code) ?? catalogue.motions.get(plain(code));

/**
 * The kind of a fastener. One whose kind the catalogue does not have is taken as turned if it carries a drive, else as pulled: the checker reports
 * it; planning goes on with this cautious reading.
 */
export function fastenerKindOf(catalogue: Catalogue, { kind, drive }: { kind: string; drive?: string }): FastenerKind {
  const known = findFastenerKind(catalogue, kind);
  if (known) return known;
  const like = catalogue.fasteners.get(drive !== undefined ? 'screw' : 'push-clip')!;
  return { ...like, code: kind, name: kind, plural: kind, threaded: true };
}

/** Whether a piece never goes back: undone for good, or recorded (or its kind known) to be replaced every time. All of them are laid out new, and what came out is scrap. */
export const comesBackNew = (kind: FastenerKind, { reuse }: { reuse?: string }): boolean =>
  kind.destructive || (reuse ?? kind.reuse) === 'replace';

/** The link kind to plan with, unknown ones read as a mechanical tether. */
export const linkKindOrGuess = (catalogue: Catalogue, code: string): LinkKind =>
  findLinkKind(catalogue, code) ?? { ...catalogue.links.get('strap')!, code, name: code, plural: code };

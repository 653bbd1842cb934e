import { fastenerKindOf, linkKindOrGuess, type Catalogue } from '../trade';
import type { Fastener, Link } from '../document';

/** What a piece does when its part is pulled while it holds. */
export interface Grip {
  /** N/mm, of one piece with the trim around it. */
  stiffness: number;
  /** N */
  strength: number;
  /** Half the width it clamps over, mm: a screw holds against tilting, a clip hardly. */
  clampMm: number;
  /** What is broken then. */
  breaks: Broken;
  /** Minutes it takes to put right (common practice, no source). */
  mendMinutes: number;
}

/** What can be broken, by what a shop would have to find again. */
export type Broken = 'trim' | 'clip' | 'tab' | 'hook' | 'pin' | 'bond' | 'plug' | 'cable' | 'edge' | 'head';

/**
 * Grips by fastener kind. Forces are of the right order for a trim part pulled by hand (common practice, no source): they decide what gives way first, not what
 * a real one bears.
 */
const GRIPS: Record<string, Grip> = {
  'push-clip': { stiffness: 8, strength: 90, clampMm: 6, breaks: 'clip', mendMinutes: 3 },
  'spring-clip': { stiffness: 10, strength: 110, clampMm: 6, breaks: 'clip', mendMinutes: 3 },
  'screw-clip': { stiffness: 14, strength: 120, clampMm: 6, breaks: 'clip', mendMinutes: 4 },
  'push-pin': { stiffness: 10, strength: 90, clampMm: 6, breaks: 'pin', mendMinutes: 3 },
  'c-clip': { stiffness: 20, strength: 200, clampMm: 6, breaks: 'trim', mendMinutes: 30 },
  tab: { stiffness: 7, strength: 55, clampMm: 6, breaks: 'tab', mendMinutes: 20 },
  'bent-tab': { stiffness: 12, strength: 90, clampMm: 6, breaks: 'tab', mendMinutes: 20 },
  hook: { stiffness: 9, strength: 75, clampMm: 6, breaks: 'hook', mendMinutes: 20 },
  bracket: { stiffness: 14, strength: 130, clampMm: 6, breaks: 'hook', mendMinutes: 25 },
  'hook-and-loop': { stiffness: 2, strength: 60, clampMm: 6, breaks: 'bond', mendMinutes: 5 },
  adhesive: { stiffness: 6, strength: 100, clampMm: 6, breaks: 'bond', mendMinutes: 15 },
  butyl: { stiffness: 3, strength: 60, clampMm: 6, breaks: 'bond', mendMinutes: 15 },
  tape: { stiffness: 3, strength: 50, clampMm: 6, breaks: 'bond', mendMinutes: 5 },
};
/** A screw, bolt, nut or rivet does not give: the trim around it does. */
const TURNED: Grip = { stiffness: 30, strength: 150, clampMm: 25, breaks: 'trim', mendMinutes: 45 };
const WORKED: Grip = { stiffness: 10, strength: 90, clampMm: 6, breaks: 'clip', mendMinutes: 5 };
const PLUG: Grip = { stiffness: 5, strength: 60, clampMm: 6, breaks: 'plug', mendMinutes: 30 };
const CABLE: Grip = { stiffness: 6, strength: 90, clampMm: 6, breaks: 'cable', mendMinutes: 30 };

/** How one piece of a fastener holds its part. */
export function gripOf(catalogue: Catalogue, fastener: Pick<Fastener, 'kind' | 'drive'>): Grip {
  const kind = fastenerKindOf(catalogue, fastener);
  return GRIPS[kind.code] ?? (kind.release === 'turned' || kind.destructive ? TURNED : WORKED);
}

/** How a link holds a part that is lifted away while it is joined. */
export const gripOfLink = (catalogue: Catalogue, link: Pick<Link, 'kind'>): Grip =>
  linkKindOrGuess(catalogue, link.kind).electrical ? PLUG : CABLE;

/** Minutes to put right what a wrong tool did: a marked edge, a rounded head (common practice, no source). */
export const TOOL_HARM = { edge: 15, head: 10 } as const;

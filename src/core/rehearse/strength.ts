import { fastenerKindOf, linkKindOrGuess, type Catalogue, type Grip } from '../trade';
import type { Fastener, Link } from '../document';

/** How one piece of a fastener holds its part. */
export const gripOf = (catalogue: Catalogue, fastener: Pick<Fastener, 'kind' | 'drive'>): Grip =>
  fastenerKindOf(catalogue, fastener).grip;

/** How a link holds a part that is lifted away while it is joined. */
export const gripOfLink = (catalogue: Catalogue, link: Pick<Link, 'kind'>): Grip =>
  linkKindOrGuess(catalogue, link.kind).grip;

/** Minutes to put right what a wrong tool did: a marked edge, a rounded head (common practice, no source). */
export const TOOL_HARM = { edge: 15, head: 10 } as const;

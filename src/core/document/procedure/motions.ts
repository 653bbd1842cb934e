import { type Catalogue, findMotion, usualMotions } from '../../trade';
import type { Part } from './types';

/** The motions a part is reckoned to come off by: the recorded ones, else those usual for its kind. For times, tools and what can free it; never to be told as a fact. */
export const motionsOf = (part: Pick<Part, 'kind' | 'motions'>): readonly string[] =>
  part.motions ?? usualMotions(part.kind);

/** How a part of its kind usually comes off, where nobody recorded it: without an edge, an angle or a knack; null where it was recorded. @example "pry out, then pull straight off" */
export function usualWay(catalogue: Catalogue, part: Pick<Part, 'kind' | 'motions'>): string | null {
  if (part.motions) return null;
  const words = usualMotions(part.kind).map((code) => {
    const known = findMotion(catalogue, code.replace(AT_AN_EDGE, '')) ?? findMotion(catalogue, code);
    return known?.words ?? code;
  });
  return [...new Set(words)].join(', then ');
}

const AT_AN_EDGE = /-(?:front|rear|top|bottom|middle|left|right)$/;

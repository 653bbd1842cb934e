import { heldParts, linkOwner, type ItemIndex } from './items';
import { parseReference, type State } from './references';

/** A state that must hold before something can be got at. `state` is as it was asked: null means the item's own usual one. */
export interface Need {
  procedure: string;
  item: string;
  state: State | null;
  /** The area of a part that is enough. */
  region?: string;
}

/**
 * What must hold before an item can be got at, defaults included.
 * `ways`: all needs of one of these sets; a set without needs is reachable from the start. `asParts`: besides, whatever these parts themselves wait for.
 */
export interface Reach {
  /** Where it comes from: the document's routes, the item's own list, or the rule for items that have neither. */
  from: 'routes' | 'own' | 'default';
  ways: Need[][];
  asParts: string[];
}

/**
 * The one home of "behind" and its defaults. Without a list of its own a fastener is reached as its parts are, a link once the first part it joins
 * is free, a part from the start. Routes replace the list. References that cannot be read are left out; the checker reports them.
 */
export function reachOf(index: ItemIndex, id: string): Reach {
  const read = (texts: string[]): Need[] =>
    texts.flatMap((text) => {
      const reference = parseReference(text);
      return reference ? [{ ...reference, procedure: reference.procedure ?? index.procedure }] : [];
    });
  const routes = index.routes.get(id);
  if (routes) return { from: 'routes', ways: routes.map(read), asParts: [] };
  const fastener = index.fasteners.get(id);
  const link = index.links.get(id);
  const work = index.works.get(id);
  const own = work
    ? [...(work.needs ?? []), ...(work.behind ?? [])]
    : (fastener ?? link ?? index.parts.get(id))?.behind;
  if (own) return { from: 'own', ways: [read(own)], asParts: [] };
  if (fastener) return { from: 'default', ways: [[]], asParts: heldParts(fastener) };
  const owner = link && linkOwner(link);
  return {
    from: 'default',
    ways: [owner ? [{ procedure: index.procedure, item: owner, state: 'free' }] : []],
    asParts: [],
  };
}

/** The parts of this procedure that one set of needs names. */
export const partsNamed = (index: ItemIndex, needs: Need[]): string[] =>
  needs.filter(({ procedure, item }) => procedure === index.procedure && index.parts.has(item)).map(({ item }) => item);

/** The parts an item itself is said to be behind, by the way `way` where it has several: what "where the cap was" names. Empty where it has neither list nor routes. */
export function ownCovers(index: ItemIndex, id: string, way = 0): string[] {
  const reach = reachOf(index, id);
  return reach.from === 'default' ? [] : partsNamed(index, reach.ways[way] ?? []);
}

/** The parts that lie over an item by its first way in, its parts' own covers included where it is reached as they are. */
export function partsOver(index: ItemIndex, id: string): string[] {
  const over = new Set<string>();
  const seen = new Set([id]);
  for (const one of seen) {
    const { ways, asParts } = reachOf(index, one);
    for (const part of partsNamed(index, ways[0] ?? [])) over.add(part);
    for (const part of asParts) seen.add(part);
  }
  over.delete(id);
  return [...over];
}

/** Whether an item can be seen when `isGone` holds of the parts that were lifted: one of its ways in is clear. Loops of parts that wait for themselves count as clear. */
export function isInSight(index: ItemIndex, id: string, isGone: (part: string) => boolean): boolean {
  const seen = new Set([id]);
  for (const one of seen) {
    const { ways, asParts } = reachOf(index, one);
    if (!ways.some((way) => partsNamed(index, way).every(isGone))) return false;
    for (const part of asParts) seen.add(part);
  }
  return true;
}

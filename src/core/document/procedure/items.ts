import { parseReference } from './references';
import {
  BODY,
  type Fastener,
  type Item,
  type ItemType,
  type Link,
  type Part,
  type Point,
  type ProcedureDocument,
  type Work,
} from './types';

/** A document's items by id, with what each is. The first of two equal ids wins; the checker reports the second. */
export interface ItemIndex {
  /** The document's own id. */
  procedure: string;
  parts: Map<string, Part>;
  fasteners: Map<string, Fastener>;
  links: Map<string, Link>;
  works: Map<string, Work>;
  typeOf: Map<string, ItemType>;
  /** Ways in to items that have several. */
  routes: Map<string, string[][]>;
}

/** Indexes a document by item id. Linear in its items. */
export function indexItems(document: ProcedureDocument): ItemIndex {
  const index: ItemIndex = {
    procedure: document.id,
    parts: new Map(),
    fasteners: new Map(),
    links: new Map(),
    works: new Map(),
    typeOf: new Map(),
    routes: new Map((document.routes ?? []).map((route) => [route.of, route.anyOf])),
  };
  const add = <T extends Item>(type: ItemType, into: Map<string, T>, items: T[]) => {
    for (const item of items) {
      if (index.typeOf.has(item.id)) continue;
      into.set(item.id, item);
      index.typeOf.set(item.id, type);
    }
  };
  add('part', index.parts, document.parts);
  add('fastener', index.fasteners, document.fasteners);
  add('link', index.links, document.links);
  add('work', index.works, document.work ?? []);
  return index;
}

/** The item with this id, whichever it is; undefined where there is none. */
export const findItem = (index: ItemIndex, id: string): Item | undefined =>
  index.parts.get(id) ?? index.fasteners.get(id) ?? index.links.get(id) ?? index.works.get(id);

/** The parts a fastener holds, always as a list. */
export const heldParts = (fastener: Fastener): string[] =>
  Array.isArray(fastener.holds) ? fastener.holds : [fastener.holds];

/** How many identical pieces an entry stands for. */
export const countOf = (item: { count?: number }): number => item.count ?? 1;

/** The first side of a link that is not the vehicle itself; null where both are the body. */
export const linkOwner = (link: Link): string | null => link.joins.find((end) => end !== BODY) ?? null;

/** The centre of a set of points; null where there are none. */
export function centreOf(points: Point[] | undefined): Point | null {
  if (!points?.length) return null;
  const sum = points.reduce(([x, y], [px, py]) => [x + px, y + py], [0, 0]);
  return [sum[0] / points.length, sum[1] / points.length];
}

/** Where on the map an item is: its own place, else its part's; null where nothing is known. */
export function placeOf(index: ItemIndex, id: string): Point | null {
  const part = index.parts.get(id);
  if (part) return centreOf(part.shape);
  const fastener = index.fasteners.get(id);
  if (fastener) return centreOf(fastener.at) ?? firstPlace(index, heldParts(fastener));
  const link = index.links.get(id);
  if (link) return centreOf(link.at) ?? firstPlace(index, link.joins);
  const work = index.works.get(id);
  return work
    ? (centreOf(work.at) ??
        centreOf(work.shape) ??
        firstPlace(
          index,
          [workPart(index, work)].filter((part) => part !== null),
        ))
    : null;
}

/** The part that work is done on: its own, else the first part it needs; null where it names none. */
export function workPart(index: Pick<ItemIndex, 'parts'>, { on, needs }: Work): string | null {
  const named = (needs ?? []).map((text) => parseReference(text)).filter((one) => one?.procedure === null);
  return on ?? named.map((one) => one!.item).find((item) => index.parts.has(item)) ?? null;
}

/** Everything a document lists, in its order. */
export const itemsOf = ({ parts, fasteners, links, work }: ProcedureDocument): Item[] => [
  ...parts,
  ...fasteners,
  ...links,
  ...(work ?? []),
];

function firstPlace(index: ItemIndex, parts: string[]): Point | null {
  for (const part of parts) {
    const centre = centreOf(index.parts.get(part)?.shape);
    if (centre) return centre;
  }
  return null;
}

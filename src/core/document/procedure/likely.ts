import { findItem, indexItems } from './items';
import type { ItemType, ProcedureDocument } from './types';

/** Something that can be recorded next: what type of item, of which kind. */
export interface Likely {
  type: ItemType;
  kind: string;
}

const of =
  (type: ItemType) =>
  (...kinds: string[]): Likely[] =>
    kinds.map((kind) => ({ type, kind }));
const part = of('part');
const fastener = of('fastener');
const link = of('link');

/** What usually comes after a part of a kind (common practice, no source). */
const AFTER_PART: Record<string, Likely[]> = {
  panel: [...part('cover'), ...fastener('screw', 'push-clip', 'hook'), ...part('switch')],
  cover: [...fastener('screw', 'tab', 'push-clip'), ...part('bezel')],
  cap: [...fastener('screw', 'tab'), ...part('switch')],
  bezel: [...fastener('tab', 'screw', 'hook'), ...link('cable')],
  switch: [...link('connector'), ...fastener('tab', 'screw')],
  armrest: [...fastener('screw', 'push-clip', 'hook'), ...part('switch')],
  trim: [...fastener('push-clip', 'screw'), ...part('tweeter'), ...link('connector')],
  reflector: [...fastener('screw', 'tab'), ...part('cover')],
  crank: [...fastener('c-clip'), ...part('spacer', 'panel')],
  shield: [...fastener('butyl', 'push-clip'), ...part('speaker')],
  speaker: [...fastener('screw', 'rivet', 'tab'), ...link('connector')],
  tweeter: [...fastener('screw', 'nut', 'tab'), ...link('connector')],
  grille: [...fastener('tab', 'screw'), ...part('speaker')],
  lamp: [...fastener('tab'), ...link('connector', 'lamp')],
  seat: [...fastener('bolt', 'hook', 'spring-clip'), ...link('connector')],
};
const AFTER_FASTENER = [...fastener('screw', 'push-clip'), ...part('cover'), ...link('connector'), ...fastener('tab')];
const AFTER_LINK = [...link('connector', 'cable'), ...part('shield', 'speaker'), ...fastener('screw')];
const FIRST = [...part('panel', 'cover', 'trim', 'bezel')];

/** How many are offered. */
const OFFERED = 5;

/**
 * What is likely recorded next: after what was recorded last, then what this document has most of. Never empty.
 * @param last id of the item that was recorded last; null at the beginning.
 */
export function likelyNext(document: ProcedureDocument, last: string | null): Likely[] {
  const index = indexItems(document);
  const item = last === null ? undefined : findItem(index, last);
  const type = last === null ? undefined : index.typeOf.get(last);
  const own =
    document.parts.length === 0
      ? FIRST
      : type === 'part'
        ? (AFTER_PART[item!.kind] ?? AFTER_FASTENER)
        : type === 'link'
          ? AFTER_LINK
          : AFTER_FASTENER;
  const rest = [...own, ...AFTER_FASTENER, ...AFTER_LINK];
  const unique = new Map(rest.map((one) => [`${one.type} ${one.kind}`, one]));
  if (type === 'fastener' || type === 'link') unique.delete(`${type} ${item!.kind}`);
  return [...unique.values()].slice(0, OFFERED);
}

import {
  findFastenerKind,
  findLinkKind,
  findWorkKind,
  parseDrive,
  type Catalogue,
  BASE_CATALOGUE,
  doorWords,
  lowerFirst,
} from '../../trade';
import { countOf, findItem, heldParts, linkOwner, type ItemIndex } from './items';
import type { ProcedureDocument } from './types';

/** A part's, fastener's or link's name in running text: "the T20 screws", "door card". Unknown ids are shown as written. */
export function itemWords(index: ItemIndex, id: string, catalogue: Catalogue = BASE_CATALOGUE): string {
  const item = findItem(index, id);
  if (!item) return id === 'body' ? 'the body' : id;
  if (item.name) return lowerFirst(item.name);
  const fastener = index.fasteners.get(id);
  if (fastener) {
    const kind = findFastenerKind(catalogue, fastener.kind);
    const noun = countOf(fastener) === 1 ? kind?.name : kind?.plural;
    const drive = fastener.drive ? `${parseDrive(fastener.drive)?.plate ?? fastener.drive} ` : '';
    return `${drive}${noun ?? fastener.kind}`;
  }
  const link = index.links.get(id);
  if (link) {
    const kind = findLinkKind(catalogue, link.kind);
    return (countOf(link) === 1 ? kind?.name : kind?.plural) ?? link.kind;
  }
  const work = index.works.get(id);
  return work ? (findWorkKind(work.kind)?.name ?? work.kind) : id;
}

/** "2 × T20 screw" for lists and tray labels. */
export function countedWords(index: ItemIndex, id: string, catalogue: Catalogue = BASE_CATALOGUE): string {
  const fastener = index.fasteners.get(id) ?? index.links.get(id);
  return fastener ? `${countOf(fastener)} × ${itemWords(index, id, catalogue)}` : itemWords(index, id, catalogue);
}

/** "2 × connector" where there are several, else only its name. */
export const severalWords = (index: ItemIndex, id: string, catalogue: Catalogue = BASE_CATALOGUE): string =>
  (countOf(index.fasteners.get(id) ?? index.links.get(id) ?? {}) > 1 ? countedWords : itemWords)(index, id, catalogue);

/** The names of the parts a fastener holds, joined for a sentence: "door card and armrest". */
export function heldWords(index: ItemIndex, id: string): string {
  const fastener = index.fasteners.get(id);
  return fastener
    ? heldParts(fastener)
        .map((part) => itemWords(index, part))
        .join(' and ')
    : '';
}

/** An item by a name that tells it from others like it: its own, else with what it holds or hangs on: "T20 screws of the door card". */
export function namedWords(index: ItemIndex, id: string, catalogue: Catalogue = BASE_CATALOGUE): string {
  const words = itemWords(index, id, catalogue);
  if (findItem(index, id)?.name) return words;
  const fastener = index.fasteners.get(id);
  const link = index.links.get(id);
  const owner = fastener ? heldWords(index, id) : link && linkOwner(link) ? itemWords(index, linkOwner(link)!) : '';
  return owner ? `${words} of the ${owner}` : words;
}

/** The vehicle and door a procedure is of: "Velden Kite, rear door, left". */
export function vehicleDoorWords(document: Pick<ProcedureDocument, 'applies' | 'zone' | 'side'>): string {
  const [first] = document.applies;
  return [first ? `${first.make} ${first.model}` : '', doorWords(document)].filter(Boolean).join(', ');
}

import { BASE_CATALOGUE, type Catalogue, findFastenerKind } from '../trade';
import { heldParts, indexItems, itemWords, parseReference, type ProcedureDocument } from '../document';

/** A table: its columns, and rows of the same length. */
export interface Table {
  columns: string[];
  rows: (string | number | null)[][];
}

/** Every entry of fasteners as a line: lengths in mm, angles in degrees; what hides it and what it holds in words. */
export function fastenerTable(
  document: ProcedureDocument,
  numbers: ReadonlyMap<string, number>,
  catalogue: Catalogue = BASE_CATALOGUE,
): Table {
  const index = indexItems(document);
  const words = (reference: string) => {
    const read = parseReference(reference);
    return read ? itemWords(index, read.item) : reference;
  };
  return {
    columns: ['number', 'id', 'holds', 'kind', 'drive', 'count', 'length_mm', 'thread', 'behind', 'recess_mm', 'angle_deg', 'stays_on', 'reuse', 'note'], // prettier-ignore
    rows: document.fasteners.map((one) => [
      numbers.get(one.id) ?? null,
      one.id,
      heldParts(one)
        .map((part) => itemWords(index, part))
        .join(', '),
      findFastenerKind(catalogue, one.kind)?.name ?? one.kind,
      one.drive ?? null,
      one.count ?? 1,
      one.length ?? null,
      one.thread ?? null,
      (one.behind ?? []).map(words).join(', '),
      one.recess ?? null,
      one.angle ?? null,
      one.staysOn ? itemWords(index, one.staysOn) : null,
      one.reuse ?? null,
      one.note ?? null,
    ]),
  };
}

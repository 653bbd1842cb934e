import { append } from '../../lists';
import { heldParts, indexItems, type ItemIndex } from './items';
import { partsOver } from './reach';
import { parseReference } from './references';
import type { ProcedureDocument } from './types';

/**
 * The layer of every item: 0 can be seen on the assembled panel; an item behind parts lies one layer under the
 * deepest of them; a part lies as deep as its deepest fastener, work as deep as what is done before it. Layers drive the peel control. An item inside a loop
 * keeps the layer found before the loop closed, so a broken document still draws. Linear in items and references.
 */
export function layersOf(document: ProcedureDocument): Map<string, number> {
  const index = indexItems(document);
  const fastenersOf = new Map<string, string[]>();
  for (const fastener of document.fasteners)
    for (const part of heldParts(fastener)) append(fastenersOf, part, fastener.id);
  /** What an item waits for: `under` items lie one layer above it, `same` share its layer. */
  const waits = (id: string): { under: string[]; same: string[] } => ({
    under: partsOver(index, id),
    same: index.parts.has(id) ? (fastenersOf.get(id) ?? []) : worksBefore(index, id),
  });

  const layers = new Map<string, number>();
  const onPath = new Set<string>();
  const deepest = (under: string[], same: string[]) => {
    let layer = 0;
    for (const id of under) layer = Math.max(layer, (layers.get(id) ?? -1) + 1);
    for (const id of same) layer = Math.max(layer, layers.get(id) ?? 0);
    return layer;
  };
  for (const start of index.typeOf.keys()) {
    const stack: { id: string; open: boolean }[] = [{ id: start, open: true }];
    while (stack.length) {
      const { id, open } = stack.pop()!;
      if (!open) {
        onPath.delete(id);
        const { under, same } = waits(id);
        layers.set(id, deepest(under, same));
      } else if (!layers.has(id) && !onPath.has(id)) {
        onPath.add(id);
        stack.push({ id, open: false });
        const { under, same } = waits(id);
        for (const next of [...under, ...same]) if (index.typeOf.has(next)) stack.push({ id: next, open: true });
      }
    }
  }
  return layers;
}

/** The work that other work waits for. */
const worksBefore = (index: ItemIndex, id: string): string[] =>
  (index.works.get(id)?.needs ?? []).flatMap((text) => {
    const item = parseReference(text)?.item;
    return item && index.works.has(item) ? [item] : [];
  });

import { heldParts, indexItems, layersOf, linkOwner, parseReference, type ItemIndex, type ProcedureDocument } from '@/core/procedure';

/** How an item appears on the map. */
export type Appearance = 'hidden' | 'in' | 'out';

/** Appearance by the peel control: layers below `peel` are lifted off, deeper ones are still covered. */
export function peeled(document: ProcedureDocument, layers: Map<string, number>, peel: number): Map<string, Appearance> {
  const look = (id: string): Appearance => {
    const layer = layers.get(id) ?? 0;
    return layer < peel ? 'out' : layer === peel || peel === 0 && layer === 0 ? 'in' : 'hidden';
  };
  const appearance = new Map<string, Appearance>();
  for (const item of [...document.parts, ...document.fasteners, ...document.links]) appearance.set(item.id, look(item.id));
  // A part that is still on is seen as soon as nothing covers it, even while its own fasteners lie deeper.
  const index = indexItems(document);
  for (const part of document.parts) {
    if (appearance.get(part.id) === 'hidden' && coversOfItem(index, part.id).every((cover) => appearance.get(cover) === 'out')) appearance.set(part.id, 'in');
  }
  return appearance;
}

/** Appearance in a run: what is done is out, and what lies behind parts that are still on is hidden. */
export function fromDone(document: ProcedureDocument, isOut: (id: string) => boolean): Map<string, Appearance> {
  const index = indexItems(document);
  const appearance = new Map<string, Appearance>();
  for (const item of [...document.parts, ...document.fasteners, ...document.links]) {
    const covered = coversOfItem(index, item.id).some((part) => !isOut(part));
    appearance.set(item.id, isOut(item.id) ? 'out' : covered ? 'hidden' : 'in');
  }
  return appearance;
}

/** The parts that must be lifted before an item can be seen. */
function coversOfItem(index: ItemIndex, id: string): string[] {
  const named = (behind: string[] | undefined) =>
    (behind ?? []).map((text) => parseReference(text)?.item ?? '').filter((part) => index.parts.has(part));
  const part = index.parts.get(id);
  if (part) return named(part.behind);
  const fastener = index.fasteners.get(id);
  if (fastener) return fastener.behind ? named(fastener.behind) : heldParts(fastener).flatMap((held) => named(index.parts.get(held)?.behind));
  const link = index.links.get(id);
  if (!link) return [];
  const owner = linkOwner(link);
  return link.behind ? named(link.behind) : owner ? [owner] : [];
}

/** Number of layers to peel: 0 is assembled, the highest is stripped. */
export const peelSteps = (document: ProcedureDocument) => Math.max(0, ...layersOf(document).values()) + 1;

import type { ActionGraph } from '../graph';
import { findItem, heldParts } from '../procedure';

/** The part a step is about: itself, or the one a fastener or link holds; null for work on the vehicle as a whole. */
export function partOfStep(graph: ActionGraph, procedure: string | null, item: string): string | null {
  const index = procedure ? graph.indexes.get(procedure) : undefined;
  if (!index || !findItem(index, item)) return null;
  if (index.parts.has(item)) return item;
  const fastener = index.fasteners.get(item);
  if (fastener) return heldParts(fastener)[0] ?? null;
  return index.links.get(item)?.joins.find((end) => index.parts.has(end)) ?? null;
}

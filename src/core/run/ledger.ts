import { fastenerKindOf, type FastenerKind } from '../hardware';
import { countOf, countedWords, heldWords, itemKey, type ItemRef } from '../procedure';
import type { ActionGraph } from '../graph';
import { doneCount, isDone, isOverCounted, progressOf, type RunState } from './fold';

/**
 * The account of one fastener entry. It balances when out = back + scrapped + lost and
 * needed = back + renewed + omitted; `damagedButUsed` are among those back.
 */
export interface LedgerRow {
  item: string;
  words: string;
  out: number;
  back: number;
  scrapped: number;
  damagedButUsed: number;
  lost: number;
  needed: number;
  renewed: number;
  omitted: number;
  reasons: string[];
  /** Pieces still to come back or to be accounted for; negative where more went in than came out. */
  missing: number;
  overCounted: boolean;
  /** Undoing it destroys it: new pieces going in is the step itself, not a shortage. */
  allNew: boolean;
}

/** One row for every entry of which at least one piece came out. */
export function ledgerOf(graph: ActionGraph, state: RunState): LedgerRow[] {
  const rows: LedgerRow[] = [];
  for (const node of graph.nodes) {
    if (node.action?.type !== 'release') continue;
    const row = rowFor(graph, state, { procedure: node.action.procedure!, item: node.action.item });
    if (row.out > 0) rows.push(row);
  }
  return rows;
}

/** The kind of the fastener a step is about; undefined where it is about no fastener. */
export function kindOfItem(
  graph: ActionGraph,
  { procedure, item }: { procedure: string | null; item: string },
): FastenerKind | undefined {
  const fastener = graph.indexes.get(procedure ?? '')?.fasteners.get(item);
  return fastener && fastenerKindOf(graph.catalogue, fastener);
}

function rowFor(graph: ActionGraph, state: RunState, ref: ItemRef): LedgerRow {
  const { item: id } = ref;
  const index = graph.indexes.get(ref.procedure)!;
  const fastener = index.fasteners.get(id)!;
  const kind = kindOfItem(graph, ref)!;
  const item = itemKey(ref);
  const released = progressOf(state, 'release', ref);
  const out = doneCount(released, countOf(fastener));
  const pieces = state.pieces.get(item);
  const lost = Math.max(0, pieces?.lost ?? 0);
  const scrapped = kind.destructive ? out - lost : (pieces?.scrapped ?? 0);
  const sound = Math.max(0, out - scrapped - lost);
  const returned = progressOf(state, kind.release === 'turned' ? 'start' : 'fit', ref);
  const tightened = kind.release !== 'turned' || isDone(state, 'tighten', ref);
  const back = returned && tightened ? Math.min(sound, returned.full ? sound : returned.count) : 0;
  const needed = kind.destructive ? (fastener.refit?.count ?? out) : out;
  const omitted = pieces?.omitted ?? 0;
  const renewed = kind.destructive && returned?.full ? Math.max(0, needed - omitted) : (pieces?.renewed ?? 0);
  return {
    item,
    words: `${countedWords(index, id, graph.catalogue)}, ${heldWords(index, id)}`,
    out,
    back,
    scrapped,
    lost,
    needed,
    renewed,
    omitted,
    damagedButUsed: pieces?.damagedButUsed ?? 0,
    reasons: pieces?.reasons ?? [],
    missing: needed - back - renewed - omitted,
    overCounted: isOverCounted(released, countOf(fastener)),
    allNew: kind.destructive,
  };
}

/** True where both sums of the row hold. */
export const isBalanced = (row: LedgerRow) =>
  row.missing === 0 && row.out === row.back + row.scrapped + row.lost && !row.overCounted;

/** Sound pieces of a row that can go back now: what came out less scrapped and lost. */
export const soundPieces = (row: LedgerRow) => Math.max(0, row.out - row.scrapped - row.lost);

/** Pieces that must come new, be left out with a reason, or be found, once the sound ones are back. */
export const shortBy = (row: LedgerRow) => Math.max(0, row.needed - soundPieces(row) - row.renewed - row.omitted);

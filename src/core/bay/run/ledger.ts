import { comesBackNew, fastenerKindOf, type FastenerKind } from '../../trade';
import { countOf, countedWords, heldWords, itemKey, type ItemRef } from '../../document';
import { stepKey, type ActionGraph, replacedParts, staysOut } from '../../planning';
import { inPlace } from '../../telling';
import { type RunState } from './state';
import { doneCount, isDone, isOverCounted, progressOf } from './progress';

/**
 * The account of one fastener entry. It balances when out = back + scrapped + lost + kept and
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
  /** Sound pieces that came out in the round the run is in: what lies in the bin. */
  soundNow: number;
  /** Pieces that came out in that round. */
  outNow: number;
  /** Undoing it destroys it: new pieces going in is the step itself, not a shortage. */
  allNew: boolean;
  /** Pieces that were missing or loose before anybody touched them: no part of either sum. */
  wasMissing: number;
  /** Pieces that stay out with the part they held, whose place a new one took: kept for going back to stock. */
  kept: number;
}

/** One row for every entry of which at least one piece came out, over all rounds, or was missing on arrival. */
export function ledgerOf(graph: ActionGraph, state: RunState): LedgerRow[] {
  const rows: LedgerRow[] = [];
  const wasMissing = missingOnArrival(state);
  const replaced = replacedParts(
    graph,
    [...state.done.keys()].flatMap((key) => graph.idOf.get(key) ?? []),
  );
  for (const node of graph.nodes) {
    if (node.action?.type !== 'release') continue;
    const ref = { procedure: node.action.procedure!, item: node.action.item };
    const came = rowFor(graph, state, ref);
    const row = staysOut(graph, replaced, ref) ? keptRow(came) : came;
    const gone = wasMissing.get(row.item)?.count ?? 0;
    wasMissing.delete(row.item);
    if (row.out > 0 || gone > 0) rows.push({ ...row, wasMissing: gone });
  }
  return [...rows, ...[...wasMissing].map(([item, { count, words }]) => nothingLeft(item, words, count))];
}

/** An entry whose part does not come back: what is whole of it is kept with that part. */
const keptRow = (row: LedgerRow): LedgerRow => ({
  ...row,
  needed: row.back,
  renewed: 0,
  omitted: 0,
  kept: row.out - row.back - row.scrapped - row.lost,
  missing: 0,
});

/** Pieces that were missing or loose before anybody touched them, by item, with how that was said. */
function missingOnArrival({ asFound }: RunState): Map<string, { count: number; words: string }> {
  const missing = new Map<string, { count: number; words: string }>();
  for (const { item, change, difference } of asFound)
    if (item && change?.missing)
      missing.set(item, { count: (missing.get(item)?.count ?? 0) + change.missing, words: difference });
  return missing;
}

/** The row of an entry of which every piece was missing on arrival. */
const nothingLeft = (item: string, words: string, wasMissing: number): LedgerRow => ({
  item,
  words,
  out: 0,
  back: 0,
  scrapped: 0,
  damagedButUsed: 0,
  lost: 0,
  needed: 0,
  renewed: 0,
  omitted: 0,
  reasons: [],
  missing: 0,
  overCounted: false,
  soundNow: 0,
  outNow: 0,
  allNew: false,
  kept: 0,
  wasMissing,
});

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
  const outNow = doneCount(released, countOf(fastener));
  const before = pastOf(state, ref, countOf(fastener));
  const out = outNow + before.out;
  const pieces = state.pieces.get(item);
  const lost = Math.max(0, pieces?.lost ?? 0);
  const isNew = comesBackNew(kind, fastener);
  const scrapped = isNew ? out - lost : (pieces?.scrapped ?? 0);
  const sound = Math.max(0, out - scrapped - lost);
  const returned = progressOf(state, kind.release === 'turned' ? 'start' : 'fit', ref);
  const tightened = kind.release !== 'turned' || isDone(state, 'tighten', ref);
  const soundNow = Math.max(0, outNow - (scrapped + lost - before.gone));
  const backNow = returned && tightened ? Math.min(soundNow, returned.full ? soundNow : returned.count) : 0;
  const back = Math.min(sound, backNow + (isNew ? 0 : Math.max(0, before.out - before.gone)));
  const rounds = before.rounds + (outNow > 0 ? 1 : 0);
  const needed = isNew ? (fastener.refit?.count === undefined ? out : fastener.refit.count * rounds) : out;
  const omitted = pieces?.omitted ?? 0;
  const isAllBack = outNow === 0 ? before.out > 0 : !!returned?.full;
  const renewed = isNew && isAllBack ? Math.max(0, needed - omitted) : (pieces?.renewed ?? 0);
  return {
    item,
    words: `${countedWords(index, id, graph.catalogue)}, ${heldWords(index, id)}${inPlace(graph, ref.procedure)}`,
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
    soundNow,
    outNow,
    allNew: isNew,
    wasMissing: 0,
    kept: 0,
  };
}

/** What earlier rounds took out of an entry and put back, and what of it was scrapped or lost. */
function pastOf({ past }: RunState, ref: ItemRef, total: number): { out: number; gone: number; rounds: number } {
  const item = itemKey(ref);
  const outs = past.map(({ done, leftOver }) =>
    Math.max(0, doneCount(done.get(stepKey({ ...ref, type: 'release' })), total) - (leftOver.get(item) ?? 0)),
  );
  const out = outs.reduce((sum, one) => sum + one, 0);
  return { out, gone: out ? (past.at(-1)?.gone.get(item) ?? 0) : 0, rounds: outs.filter(Boolean).length };
}

/** True where both sums of the row hold. */
export const isBalanced = (row: LedgerRow) =>
  row.missing === 0 && row.out === row.back + row.scrapped + row.lost + row.kept && !row.overCounted;

/** Sound pieces of a row that can go back now: what came out less scrapped and lost. */
export const soundPieces = (row: LedgerRow) => Math.max(0, row.out - row.scrapped - row.lost);

/** Pieces that must come new, be left out with a reason, or be found, once the sound ones are back. */
export const shortBy = (row: LedgerRow) => Math.max(0, row.needed - soundPieces(row) - row.renewed - row.omitted);

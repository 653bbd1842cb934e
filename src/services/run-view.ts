import { findFastenerKind } from '../core/trade';
import type { RunPlan } from '../core/telling';
import { readItemKey } from '../core/document';
import {
  basesOf,
  foldRun,
  isOfVersion1,
  judgeFor,
  viewRun,
  type RunBasis,
  type RunEvent,
  type RunView,
} from '../core/bay';

/** A run's view as this vehicle turned out to be. */
export function lookAt(
  plan: RunPlan,
  events: RunEvent[],
): { basis: RunBasis; view: RunView; state: ReturnType<typeof foldRun> } {
  const basisAt = basesOf(plan);
  // What was finished before anything was judged stands as it was recorded.
  const state = isOfVersion1(plan, events) ? foldRun(events) : foldRun(events, judgeFor(basisAt));
  const basis = basisAt(state);
  return { basis, state, view: viewRun(basis.graph, basis.plan, state) };
}

/** Fasteners fitted new by kind: "push-clip" to 2. */
export function sparesUsed(basis: RunBasis, view: RunView): Map<string, number> {
  const used = new Map<string, number>();
  for (const row of view.ledger.filter(({ renewed }) => renewed > 0)) {
    const { procedure, item } = readItemKey(row.item)!;
    const fastener = basis.graph.indexes.get(procedure)?.fasteners.get(item);
    const kind =
      fastener?.refit?.material ??
      fastener?.refit?.as ??
      (fastener && (findFastenerKind(basis.graph.catalogue, fastener.kind)?.code ?? fastener.kind));
    if (kind) used.set(kind, (used.get(kind) ?? 0) + row.renewed);
  }
  return used;
}

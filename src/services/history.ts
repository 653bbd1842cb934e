import { findFastenerKind } from '../core/hardware';
import { paceOf, type BreakRecord } from '../core/learn';
import { NO_HISTORY, type ShopHistory } from '../core/layout';
import { recordedId, readItemKey } from '../core/procedure';
import { activeSeconds, basesOf, foldRun, judgeFor, ledgerOf, type RunEvent } from '../core/run';
import { db, finishedMark, listEventsOf, listFinishedRuns, type RunRow } from '../data';

/** Finished runs that the shop's experience is read from. */
const MOST_RUNS = 200;

let remembered: { mark: string; history: ShopHistory } = { mark: '', history: NO_HISTORY };

/** What the shop's finished runs say about breakage and pace; read again only when a run was finished since. */
export async function shopHistory(): Promise<ShopHistory> {
  const mark = await finishedMark(db);
  if (remembered.mark === mark) return remembered.history;
  const runs = await listFinishedRuns(db, MOST_RUNS);
  const events = await listEventsOf<RunEvent>(
    db,
    runs.map((run) => run.id),
  );
  const history: ShopHistory = { kinds: {}, procedures: {}, pace: 1 };
  const ratios = runs.map((run) => learnFrom(history, run, events.get(run.id)!)).filter((ratio) => ratio !== null);
  history.pace = paceOf(ratios);
  remembered = { mark, history };
  return history;
}

/** Below this share of the standard time nobody's hands were at work: a demo, or taps made up for afterwards (common practice, no source). */
export const FASTEST_HANDS = 0.3;

/** Adds a run's breakage to the history; returns how long it took against its standard time, null where that is not known. */
function learnFrom(history: ShopHistory, run: RunRow, events: RunEvent[]): number | null {
  const basisAt = basesOf(run.plan);
  const state = foldRun(events, judgeFor(basisAt));
  const { graph } = basisAt(state);
  const note = (into: Record<string, BreakRecord>, key: string, out: number, broken: number) => {
    const record = (into[key] ??= { out: 0, broken: 0 });
    record.out += out;
    record.broken += broken;
  };
  for (const row of ledgerOf(graph, state)) {
    const ref = readItemKey(row.item)!;
    const fastener = graph.indexes.get(ref.procedure)?.fasteners.get(ref.item);
    const kind = fastener && findFastenerKind(graph.catalogue, fastener.kind)?.code;
    if (!kind) continue;
    note(history.kinds, kind, row.out, row.scrapped + row.damagedButUsed);
    note(history.procedures, `${recordedId(ref.procedure)}/${kind}`, row.out, row.scrapped + row.damagedButUsed);
  }
  const took = activeSeconds(events);
  const wholePlan = run.plan.removal.every((key) => state.done.has(key));
  const ratio = run.plan.standardSeconds ? took / run.plan.standardSeconds : 0;
  return wholePlan && ratio >= FASTEST_HANDS ? ratio : null;
}

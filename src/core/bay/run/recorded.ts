import { readRound, readStepKey } from '../../planning';
import type { RunPlan } from '../../telling';
import {
  applyEdit,
  freeId,
  indexItems,
  itemsOf,
  namedWords,
  type ProcedureDocument,
  readItemKey,
} from '../../document';
import { asFoundPlan, isRunsOwn } from './as-found';
import type { RunState } from './state';

/** Why a step is skipped where its item is not on this vehicle at all. */
export const NOT_FITTED = 'not fitted here';

/** A procedure as one run found it on its vehicle, and in what that differs, in the words of the bay. */
export interface Recorded {
  document: ProcedureDocument;
  differences: string[];
}

/**
 * What a run recorded of a procedure while it ran: fasteners found are in, changed ones changed, what is not fitted is out, and the order is that of the hands. The document keeps its id and
 * vehicles; whoever makes a draft of it gives it its own. Null where the run has no such procedure.
 */
export function recordedFrom(plan: RunPlan, state: RunState, procedure: string): Recorded | null {
  const found = asFoundPlan(plan, state).documents.find(({ id }) => id === procedure);
  if (!found) return null;
  const gone = notFitted(state, procedure);
  const here = gone.reduce((document, id) => applyEdit(document, { type: 'remove', id }), withOwnIds(found));
  const there = indexItems(plan.documents.find(({ id }) => id === procedure)!);
  return {
    document: { ...here, recordedOrder: orderOfHands(here, state, procedure) },
    differences: [
      ...state.asFound.flatMap(({ item, change, difference }) =>
        change && item && readItemKey(item)?.procedure === procedure ? [difference] : [],
      ),
      ...state.extras
        .filter((extra) => extra.procedure === procedure)
        .map(({ count, drive, kind }) => `${count} × ${drive ?? kind} that was not recorded`),
      ...gone.map((id) => `${namedWords(there, id)}: ${NOT_FITTED}`),
    ],
  };
}

/** Items whose steps were skipped because they are not on this vehicle. */
function notFitted({ skipped }: RunState, procedure: string): string[] {
  const items = [...skipped].flatMap(([action, reason]) => {
    const ref = readStepKey(readRound(action).key);
    return reason === NOT_FITTED && ref?.procedure === procedure ? [ref.item] : [];
  });
  return [...new Set(items)];
}

/** Ids as a recorder gives them, for entries that a run named after its events; what the run noted of them is not the procedure's. */
function withOwnIds(document: ProcedureDocument): ProcedureDocument {
  return document.fasteners.reduce((now, fastener) => {
    if (!isRunsOwn(fastener.id)) return now;
    const { note: _, ...rest } = fastener;
    const id = freeId(now, 'f');
    return {
      ...now,
      fasteners: now.fasteners.map((one) => (one.id === fastener.id ? { ...rest, id } : one)),
      recordedOrder: [...(now.recordedOrder ?? []).filter((one) => one !== fastener.id), id],
    };
  }, document);
}

/** The recorded order as the hands went in the first round; what was not touched stays where it stood after what came before it. */
function orderOfHands(document: ProcedureDocument, { log }: RunState, procedure: string): string[] {
  const doneAt = new Map<string, number>();
  for (const [at, event] of log.entries()) {
    if (event.type !== 'done') continue;
    const { key, round } = readRound(event.action);
    const ref = readStepKey(key);
    if (round === 1 && ref?.procedure === procedure && !doneAt.has(ref.item)) doneAt.set(ref.item, at);
  }
  const ids = [...new Set([...(document.recordedOrder ?? []), ...itemsOf(document).map(({ id }) => id)])];
  let before = -1;
  const place = ids.map((id, n): [string, number, number] => {
    before = doneAt.get(id) ?? before;
    return [id, doneAt.get(id) ?? before + 0.5, n];
  });
  return place.sort((a, b) => a[1] - b[1] || a[2] - b[2]).map(([id]) => id);
}

'use client';
import { useMemo } from 'react';
import { parseReference, findItem, indexItems, itemWords, type ProcedureDocument } from '@/core/procedure';
import type { RunPlan, RunState } from '@/core/run';
import { fromDone, PanelMap } from '../map';
import type { RunHandle } from './use-run';

/** The panel as it stands now, large at the place of the next action. */
export function RunMap({ plan, run: { state, view } }: { plan: RunPlan; run: RunHandle }) {
  const step = view.now?.step;
  const document = plan.documents.find((one) => one.id === step?.procedure) ?? plan.documents[0];
  const appearance = useMemo(
    () => fromDone(document, plan.options, (id) => isOut(state, document.id, id)), [document, plan.options, state],
  );
  const now = step?.procedure ? step.item : null;
  const open = useMemo(() => new Set(view.removal.filter((one) => one.state === 'open' && one.step.procedure === document.id).map((one) => one.step.item)), [view, document]);
  const isPanel = now !== null && document.parts.some((part) => part.id === now && part.kind === 'panel');
  return (
    <div className="run-map">
      <PanelMap document={document} appearance={appearance} now={now} open={state.phase === 'remove' ? open : undefined}
        zoomTo={isPanel ? null : now} leader={now && leaderWords(document, now)} />
    </div>
  );
}

/** Whether an item is off the vehicle now: taken out and not put back. */
function isOut(state: RunState, procedure: string, id: string): boolean {
  const key = `${procedure}/${id}`;
  const did = (type: string) => state.done.has(`${type}:${key}`);
  return (did('release') && !did('start') && !did('fit')) || (did('undo') && !did('join')) || (did('takeOff') && !did('place'));
}

/** Where a fastener or link hides; a part is named by the heading already. */
function leaderWords(document: ProcedureDocument, id: string): string | null {
  const index = indexItems(document);
  if (index.parts.has(id)) return null;
  const cover = findItem(index, id)?.behind?.map((text) => parseReference(text)?.item ?? '').find((item) => index.parts.has(item));
  return cover ? `under the ${itemWords(index, cover)}` : itemWords(index, id);
}

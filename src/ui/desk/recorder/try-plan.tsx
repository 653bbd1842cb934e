'use client';
import { useMemo, useState } from 'react';
import { indexItems, itemWords, type ProcedureDocument } from '@/core/document';
import { capital } from '@/core/trade';
import type { PlannerQuestion } from '@/workers/planner.worker';
import { useOwnKinds, clock } from '../../design';
import { usePlan } from '../plan';

/** The plan of the draft as it stands, for one part wanted out: whether the steps can be read aloud. */
export function TryPlan({ document, onSelect }: { document: ProcedureDocument; onSelect: (id: string) => void }) {
  const ownKinds = useOwnKinds();
  const [picked, setPicked] = useState<string | null>(null);
  const deepest = document.parts.findLast(({ kind }) => kind === 'speaker') ?? document.parts.at(-1);
  const goal = document.parts.find(({ id }) => id === picked) ?? deepest;
  const question = useMemo(
    (): PlannerQuestion | null =>
      goal ? { request: { documents: [document], goals: [`${document.id}/${goal.id}`], options: {} }, ownKinds } : null,
    [document, goal, ownKinds],
  );
  const { result, busy } = usePlan(question);
  const index = indexItems(document);
  if (!goal) return <p className="empty">Record a part first; then its plan can be tried here.</p>;
  const plan = result?.ok ? result.plan : null;
  return (
    <section aria-label="Plan of this draft">
      <label className="label" htmlFor="try-goal">
        Wanted out
      </label>
      <select
        id="try-goal"
        className="form-select mb-2"
        value={goal.id}
        onChange={(event) => setPicked(event.target.value)}
      >
        {document.parts.map(({ id }) => (
          <option key={id} value={id}>
            {capital(itemWords(index, id))}
          </option>
        ))}
      </select>
      {!result && <p className="quiet">Planning…</p>}
      {result &&
        !result.ok &&
        result.problems.map(({ message }) => (
          <p key={message} className="trouble">
            {message}
          </p>
        ))}
      {plan && (
        <>
          <p className="quiet mb-2">
            {plan.steps.removal.length} steps apart, {plan.steps.refit.length} back, {clock(plan.cost.seconds)} apart
            {busy && ' · still searching…'}
          </p>
          {(['removal', 'refit'] as const).map((way) => (
            <div key={way}>
              <h3 className="label">{way === 'removal' ? 'Apart' : 'Back'}</h3>
              <ol className="tried">
                {plan.steps[way].map((step) => (
                  <li key={step.key}>
                    <button type="button" onClick={() => step.part && onSelect(step.part)}>
                      <b>{step.title}</b> {step.where && `${step.where}. `}
                      {step.detail}
                    </button>
                  </li>
                ))}
              </ol>
            </div>
          ))}
        </>
      )}
    </section>
  );
}

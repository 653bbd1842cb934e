'use client';
import { useState } from 'react';
import { gateWords, type RefitStep } from '@/core/plan';
import { shortBy, type RunPlan } from '@/core/run';
import { RunFoot } from './foot';
import { ShortLines } from './short-lines';
import { ZoneNow } from './step-panel';
import type { RunHandle } from './use-run';

/** Reasons a gate may be passed in spite of a line that does not hold. */
const REASONS = ['was already so on arrival', 'the lead decided so', 'part to follow'];

/** A point that must be passed before going on: every line looked at, or a reason given. */
export function GatePanel({ plan, run, step }: { plan: RunPlan; run: RunHandle; step: RefitStep }) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [asking, setAsking] = useState(false);
  const items = new Set(step.checks.flatMap((check) => check.items));
  const short = run.view.ledger.filter((row) => items.has(row.item) && shortBy(row) > 0);
  const all = step.checks.every((check) => ticked.has(check.text));
  const toggle = (text: string) => setTicked((now) => {
    const next = new Set(now);
    if (!next.delete(text)) next.add(text);
    return next;
  });
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
      <ZoneNow plan={plan} procedure={step.procedure} />
      <span className="label">Gate</span>
      <h1 className="verb">{gateWords(plan.documents, step)}</h1>
      {step.notes.map((note) => <p key={note} className="caution mild">{note}</p>)}
      <div className="mt-2">
        {step.checks.map((check) => (
          <button key={check.text} type="button" role="checkbox" className="check-line" aria-checked={ticked.has(check.text)} onClick={() => toggle(check.text)}>
            <span className="box" aria-hidden="true">{ticked.has(check.text) ? '✓' : ''}</span>{check.text}
          </button>
        ))}
      </div>
      <ShortLines rows={short} run={run} />
      </div>
      {asking && (
        <div className="short-line" role="group" aria-label="Reason">
          Why go on all the same?
          <div className="buttons">{REASONS.map((reason) => <button key={reason} type="button" className="btn btn-outline-dark" onClick={() => run.record({ type: 'overridden', gate: step.key, reason })}>{reason}</button>)}</div>
        </div>
      )}
      <button type="button" className="done-bar" disabled={!all || short.length > 0} onClick={() => run.record({ type: 'gatePassed', gate: step.key })}>All is well</button>
      <RunFoot run={run}><button type="button" aria-expanded={asking} onClick={() => setAsking(!asking)}>Not all is well</button></RunFoot>
    </section>
  );
}

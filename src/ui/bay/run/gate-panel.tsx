'use client';
import { useState } from 'react';
import type { RefitStep } from '@/core/telling';
import { shortBy } from '@/core/bay';
import { RunFoot } from './foot';
import { GateHead } from './gate-head';
import type { Bay } from './bay';
import { LeadDecides } from './lead-decides';
import { ShortLines } from './short-lines';

/** Reasons a gate may be passed in spite of a line that does not hold. */
const REASONS = ['same fault on arrival', 'part to follow', 'cannot be done on this vehicle'] as const;

/** A point that must be passed before going on: every line looked at, or a reason given. */
export function GatePanel({ bay, step }: { bay: Bay; step: RefitStep }) {
  const { view, record } = bay.handle;
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [asking, setAsking] = useState(false);
  const items = new Set(step.checks.flatMap((check) => check.items));
  const short = view.ledger.filter((row) => items.has(row.item) && shortBy(row) > 0);
  const all = step.checks.every((check) => ticked.has(check.id));
  const toggle = (id: string) =>
    setTicked((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <GateHead bay={bay} step={step} />
        <div className="mt-2">
          {step.checks.map((check) => (
            <button
              key={check.id}
              type="button"
              role="checkbox"
              className="check-line"
              aria-checked={ticked.has(check.id)}
              onClick={() => toggle(check.id)}
            >
              <span className="box" aria-hidden="true">
                {ticked.has(check.id) ? '✓' : ''}
              </span>
              {check.text}
            </button>
          ))}
        </div>
        <ShortLines rows={short} run={bay.handle} />
        {asking && (
          <LeadDecides
            bay={bay}
            about={{ gate: step.key }}
            title="A lead can open this gate with a reason."
            reasons={REASONS}
          />
        )}
        <button type="button" className="check-line" aria-expanded={asking} onClick={() => setAsking(!asking)}>
          Something’s wrong
        </button>
      </div>
      <button
        type="button"
        className="done-bar"
        disabled={!all || short.length > 0}
        onClick={() => record({ type: 'gatePassed', gate: step.key })}
      >
        All good
      </button>
      <RunFoot bay={bay} />
    </section>
  );
}

'use client';
import { useMemo, useState } from 'react';
import { handStepWords } from '@/core/wording';
import { itemOfCheck, reopeningOf, testResult } from '@/core/run';
import type { RefitStep } from '@/core/wording';
import type { Bay } from './bay';

/** A test failed behind something that is closed: what must come off again to get at it, from where things stand, and the way to begin that round. */
export function OpenAgain({ bay, step }: { bay: Bay; step: RefitStep }) {
  const { state } = bay.handle;
  const failed = step.checks.find((check) => testResult(state, step.key, check) === 'fail');
  const item = failed && itemOfCheck(failed.id);
  if (!failed || !item) return null;
  return <OpenUp bay={bay} items={[item]} why={`Failed: ${failed.text}`} check={failed.id} />;
}

/** What comes off again to get at some items, and the way to begin that round. Nothing where they can be got at already. */
export function OpenUp({ bay, items, why, check }: { bay: Bay; items: string[]; why: string; check?: string }) {
  const { graph, plan, state, record } = bay.handle;
  const [shown, setShown] = useState(false);
  const key = items.join(' ');
  const { steps } = useMemo(() => reopeningOf(graph, plan, state, key.split(' ')), [graph, plan, state, key]);
  if (steps.length === 0) return null;
  const begin = () => {
    record({ type: 'reopened', round: state.round + 1, items, why, ...(check ? { check } : {}) });
    bay.choose(null);
    bay.show('step');
  };
  return (
    <div className="short-line" role="group" aria-label="Open it up again">
      <strong>
        {steps.length} {steps.length === 1 ? 'step comes' : 'steps come'} off again to get at it.
      </strong>
      {shown && (
        <ol className="mb-2">
          {steps.map((one) => (
            <li key={one.key}>{handStepWords({ graph, waysTaken: plan.waysTaken }, one).title}</li>
          ))}
        </ol>
      )}
      <div className="d-flex gap-2 flex-wrap">
        <button type="button" className="check-line" onClick={begin}>
          Open it up again
        </button>
        <button type="button" className="check-line" aria-expanded={shown} onClick={() => setShown(!shown)}>
          {shown ? 'Hide the steps' : 'Which steps?'}
        </button>
      </div>
    </div>
  );
}

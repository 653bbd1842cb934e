'use client';
import { useMemo, useState } from 'react';
import { handStepWords, inPlace } from '@/core/wording';
import { reopeningOf, testResult } from '@/core/run';
import type { ActionGraph } from '@/core/graph';
import { itemWords, readItemKey } from '@/core/procedure';
import { capital } from '@/core/text';
import type { RefitStep } from '@/core/wording';
import type { Bay } from './bay';

/** A test failed behind something that is closed: what must come off again to get at it, from where things stand, and the way to begin that round. */
export function OpenAgain({ bay, step }: { bay: Bay; step: RefitStep }) {
  const { graph, state } = bay.handle;
  const failed = step.checks.filter((check) => testResult(state, step.key, check) === 'fail');
  return (
    <>
      {failed.flatMap((check) =>
        // A line about several things is asked for each of them: nobody guesses which one it was.
        check.items.map((item) => (
          <OpenUp
            key={`${check.id} ${item}`}
            bay={bay}
            items={[item]}
            about={check.items.length > 1 || failed.length > 1 ? thingWords(graph, item) : null}
            why={`Failed: ${check.text}`}
            check={check.id}
          />
        )),
      )}
    </>
  );
}

/** "door speaker, rear door, left" */
function thingWords(graph: ActionGraph, item: string): string {
  const ref = readItemKey(item);
  const index = ref && graph.indexes.get(ref.procedure);
  return index ? `${itemWords(index, ref.item, graph.catalogue)}${inPlace(graph, ref.procedure)}` : item;
}

/** What comes off again to get at some items, and the way to begin that round. Nothing where they can be got at already. */
export function OpenUp({
  bay,
  items,
  about = null,
  why,
  check,
}: {
  bay: Bay;
  items: string[];
  /** What it is, where more than one thing may be meant. */
  about?: string | null;
  why: string;
  check?: string;
}) {
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
        {about ? `${capital(about)}: ` : ''}
        {steps.length} {steps.length === 1 ? 'step' : 'steps'} to take apart again to get at it.
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

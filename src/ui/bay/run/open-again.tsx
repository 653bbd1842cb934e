'use client';
import { useMemo, useState } from 'react';
import { handStepWords, itemInPlace, type RefitStep } from '@/core/telling';
import { reopeningOf, testResult } from '@/core/bay';
import type { ActionGraph, HandStep } from '@/core/planning';
import { readItemKey } from '@/core/document';
import { capital } from '@/core/trade';
import type { Bay } from './bay';
import type { RunRecordable } from './use-run';

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
            item={item}
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
  return ref && graph.indexes.has(ref.procedure) ? itemInPlace(graph, ref) : item;
}

/** What comes off again to get at an item, and the way to begin that round. Nothing where it can be got at already. */
function OpenUp({
  bay,
  item,
  about,
  why,
  check,
}: {
  bay: Bay;
  item: string;
  /** What it is, where more than one thing may be meant. */
  about: string | null;
  why: string;
  check: string;
}) {
  const steps = useReopening(bay, item);
  if (steps.length === 0) return null;
  const begin = () => beginRound(bay, { items: [item], why, check });
  return (
    <div className="short-line" role="group" aria-label="Open it up again">
      <strong>
        {about ? `${capital(about)}: ` : ''}
        {stepsWords(steps.length)} to get at it.
      </strong>
      <StepsAgain bay={bay} steps={steps} words="Open it up again" onBegin={begin} />
    </div>
  );
}

/** What comes off again to get at an item, from where things stand now. */
export function useReopening({ handle: { graph, plan, state } }: Bay, item: string): HandStep[] {
  return useMemo(() => reopeningOf(graph, plan, state, [item]).steps, [graph, plan, state, item]);
}

/** Begins the next round, with what else the same tap says before it. */
export function beginRound(
  bay: Bay,
  round: Omit<Extract<RunRecordable, { type: 'reopened' }>, 'type' | 'round' | 'id'>,
  ...before: RunRecordable[]
): void {
  const { record, state } = bay.handle;
  record(...before, { type: 'reopened', round: state.round + 1, ...round });
  bay.choose(null);
  bay.show('step');
}

/** "3 steps to take apart again" */
export const stepsWords = (count: number): string => `${count} ${count === 1 ? 'step' : 'steps'} to take apart again`;

/** The steps to take apart again, on asking, and the button that begins them. */
export function StepsAgain({
  bay,
  steps,
  words,
  onBegin,
}: {
  bay: Bay;
  steps: HandStep[];
  words: string;
  onBegin: () => void;
}) {
  const { graph, plan } = bay.handle;
  const [shown, setShown] = useState(false);
  return (
    <>
      {shown && (
        <ol className="mb-2">
          {steps.map((one) => (
            <li key={one.key}>{handStepWords({ graph, waysTaken: plan.waysTaken }, one).title}</li>
          ))}
        </ol>
      )}
      <div className="d-flex gap-2 flex-wrap">
        <button type="button" className="check-line" onClick={onBegin}>
          {words}
        </button>
        {steps.length > 0 && (
          <button type="button" className="check-line" aria-expanded={shown} onClick={() => setShown(!shown)}>
            {shown ? 'Hide the steps' : 'Which steps?'}
          </button>
        )}
      </div>
    </>
  );
}

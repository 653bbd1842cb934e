'use client';
import { toolFor } from '@/core/hardware';
import { instructionFor } from '@/core/wording';
import type { Action } from '@/core/graph';
import type { RefitStep } from '@/core/wording';
import type { ProcedureDocument } from '@/core/procedure';
import type { RunStep } from '@/core/run';
import { useCatalogue } from '../../design/catalogue';
import type { Bay } from './bay';

/** The step after this one, small, so that its tool is at hand. */
export function NextLine({ bay, now }: { bay: Bay; now: RunStep }) {
  const { plan, state, view } = bay.handle;
  const steps = state.phase === 'refit' ? view.refit : view.removal;
  // A gate that the counts alone can pass is not stopped at as a rule.
  const next = steps
    .slice(steps.indexOf(now) + 1)
    .find(
      ({ state: standing, step }) => standing !== 'done' && standing !== 'skipped' && !('auto' in step && step.auto),
    );
  if (!next) return <p className="next-line">This is the last step.</p>;
  if ('gate' in next.step && next.step.gate) return <p className="next-line">Next: a gate to pass</p>;
  return (
    <p className="next-line">
      Next <NextWords documents={plan.documents} step={next.step} />
    </p>
  );
}

function NextWords({ documents, step }: { documents: ProcedureDocument[]; step: Action | RefitStep }) {
  const { verb, plate, thing } = instructionFor(documents, step, useCatalogue());
  return (
    <>
      {plate ? (
        <span className="plate">{plate}</span>
      ) : (
        step.tool !== 'hand' && <span className="plate">{toolFor(step.tool).plate}</span>
      )}{' '}
      {verb.toLowerCase()} {thing}
    </>
  );
}

/** What somebody else did last on this run, and what the one before said when handing over. */
export function OthersLine({ bay }: { bay: Bay }) {
  const {
    handle: { plan, graph, state, view },
    me,
    nameOf,
  } = bay;
  const mineLast = state.log.findLastIndex((event) => event.person === me && event.type === 'done');
  const note = state.log.findLast((event, at) => event.type === 'handedOver' && event.to === me && at > mineLast);
  const last = state.log.findLast((event) => event.type === 'done' && event.person !== me);
  const lastOfAll = state.log.findLast((event) => event.type === 'done');
  if (note?.type === 'handedOver' && note.note)
    return (
      <p className="caution mild">
        {nameOf(note.person)}: {note.note}
      </p>
    );
  if (!last || last !== lastOfAll || last.type !== 'done') return null;
  const step = [...view.removal, ...(state.phase === 'remove' ? [] : view.refit)].find(
    ({ key }) => key === last.action,
  );
  if (!step) return null;
  const { verb, plate, thing } = instructionFor(plan.documents, step.step, graph.catalogue);
  return (
    <p className="next-line others">
      {nameOf(last.person).split(' ')[0]} did: {verb.toLowerCase()} {plate} {thing}
    </p>
  );
}

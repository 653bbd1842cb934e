'use client';
import { toolFor } from '@/core/hardware';
import { lowerFirst } from '@/core/text';
import { currentSteps, isOver, type RunStep } from '@/core/run';
import type { Bay } from './bay';

/** The step after this one, small, so that its tool is at hand. */
export function NextLine({ bay, now }: { bay: Bay; now: RunStep }) {
  const { state, view } = bay.handle;
  const steps = currentSteps(state, view);
  const next = steps.slice(steps.indexOf(now) + 1).find((step) => !isOver(step));
  if (!next) return <p className="next-line">This is the last step.</p>;
  if (next.kind === 'gate') return <p className="next-line">Next: a gate to pass</p>;
  const { plate, verb, thing } = view.wordsOf(next);
  return (
    <p className="next-line">
      Next {(plate || next.tool !== 'hand') && <span className="plate">{plate ?? toolFor(next.tool).plate}</span>}{' '}
      {verb.toLowerCase()} {thing}
    </p>
  );
}

/** What somebody else did last on this run, and what the one before said when handing over. */
export function OthersLine({ bay }: { bay: Bay }) {
  const {
    handle: { state, view },
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
  const step = [...view.removal, ...(state.phase === 'remove' ? [] : view.refit)].find(({ actions }) =>
    actions.some(({ key }) => key === last.action),
  );
  if (!step) return null;
  return (
    <p className="next-line others">
      {nameOf(last.person).split(' ')[0]} did: {lowerFirst(view.wordsOf(step).title)}
    </p>
  );
}

'use client';
import { toolFor, lowerFirst } from '@/core/trade';
import { itemWords, readItemKey } from '@/core/document';
import { currentSteps, isOver, type RunEvent, type RunStep } from '@/core/bay';
import type { RunHandle } from './use-run';
import type { Bay } from './bay';

/** The step after this one, small, so that its tool is at hand. */
export function NextLine({ bay, now }: { bay: Bay; now: RunStep }) {
  const { state, view } = bay.handle;
  const steps = currentSteps(state, view);
  const next = steps.slice(steps.indexOf(now) + 1).find((step) => !isOver(step));
  if (!next) return <p className="next-line">{lastWords(bay.handle)}</p>;
  if (next.kind === 'gate') return <p className="next-line">Next: a gate to pass</p>;
  const { plate, verb, thing } = view.wordsOf(next);
  return (
    <p className="next-line">
      Next {(plate || next.tool !== 'hand') && <span className="plate">{plate ?? toolFor(next.tool).plate}</span>}{' '}
      {verb.toLowerCase()} {thing}
    </p>
  );
}

/** What comes after the last step of this part of the work. */
function lastWords({ state: { phase }, plan }: RunHandle): string {
  const isFitting = plan.fit.length > 0 || plan.newParts.length > 0;
  if (phase === 'remove') return `Last step apart. Next: ${isFitting ? 'fitting' : 'putting back'}.`;
  return phase === 'refit' ? 'This is the last step.' : 'Last step of fitting. Next: putting back.';
}

/** What was taken back, where nothing has been done since: whoever did it sees what that was, and so does everybody else. */
function lastTakenBack({ state, view, graph }: RunHandle): { person: string; words: string } | null {
  const last = state.takenBack.at(-1);
  if (!last || state.log.at(-1)?.type !== 'retracted') return null;
  const tap = state.takenBack.filter(({ at, device }) => at === last.at && device === last.device);
  const [{ event }] = tap;
  const key = 'action' in event ? event.action : 'gate' in event ? event.gate : null;
  const step =
    key && [...view.removal, ...view.fit, ...view.refit].find(({ actions }) => actions.some((one) => one.key === key));
  if (step)
    return {
      person: last.person,
      words: `${event.type === 'test' ? 'a test of ' : ''}${lowerFirst(view.wordsOf(step).title)}`,
    };
  const ref = 'item' in event && event.item ? readItemKey(event.item) : null;
  const index = ref && graph.indexes.get(ref.procedure);
  const thing = index ? `: ${itemWords(index, ref.item, graph.catalogue)}` : '';
  return { person: last.person, words: `${RECORD_WORDS[event.type] ?? 'a record'}${thing}` };
}

const RECORD_WORDS: Partial<Record<RunEvent['type'], string>> = {
  broken: 'broken pieces',
  lost: 'lost pieces',
  found: 'a piece found again',
  renewed: 'new pieces fitted',
  omitted: 'pieces left out',
  phase: 'going on to the next part of the work',
  asFound: 'a difference of this vehicle',
  extra: 'an extra fastener',
  stuck: 'why it would not move',
};

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
  const undone = lastTakenBack(bay.handle);
  if (undone)
    return (
      <p className="next-line others" role="status">
        {undone.person === me ? 'Taken back' : `${nameOf(undone.person).split(' ')[0]} took back`}: {undone.words}
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

'use client';
import Link from 'next/link';
import { currentSteps, isOver, timeLeft, type RunStep } from '@/core/bay';
import { spanWords } from '@/core/shop';
import { ChangePerson, SavedWords } from '../log';
import type { Bay } from './bay';

/** What it is, who has it, the whole run as a strip of ticks, how far, and whether everything is saved. */
export function RunHead({ bay }: { bay: Bay }) {
  const {
    handle: { plan, state, view, sending },
    run,
    job,
    me,
    nameOf,
  } = bay;
  const steps = currentSteps(state, view);
  const done = steps.filter(isOver).length;
  const left = spanWords(timeLeft(plan, state, view).likelySeconds);
  const round = state.round > 1 ? `round ${state.round} · ` : '';
  const words = state.finished
    ? 'finished'
    : state.phase === 'fit'
      ? 'fitting'
      : done === steps.length
        ? 'all steps done'
        : `${done + 1} of ${steps.length} · about ${left} to go`;
  return (
    <header className="run-head">
      <span className="title">{run.title}</span>
      {(plan.unverified ?? []).length > 0 && <span className="unverified-chip">not verified</span>}
      {state.holder && state.holder !== me && !state.finished && (
        <span className="unverified-chip held">{nameOf(state.holder).split(' ')[0]} has it</span>
      )}
      <span className="job">
        <Link href={`/jobs/${job.number}`}>Job {job.number}</Link> · {job.title}
      </span>
      <Strip steps={steps} />
      <span className="progress-words">
        {round}
        {words}
      </span>
      <SavedWords sending={sending} />
      <ChangePerson name={nameOf(me)} />
    </header>
  );
}

type Tick = { look: string; state: string; part: string | null };

/** Ticks grouped by the part they belong to; height tells parts, fasteners and gates apart. */
function Strip({ steps }: { steps: RunStep[] }) {
  const groups: Tick[][] = [];
  steps.forEach(({ kind, state, part }) => {
    const last = groups[groups.length - 1];
    const tick = { look: LOOK[kind] ?? '', state, part };
    if (last?.[0].part === part) last.push(tick);
    else groups.push([tick]);
  });
  return (
    <span className="strip" aria-hidden="true">
      {groups.map((group, g) => (
        <span key={g} className="group">
          {group.map((tick, at) => (
            <i key={at} className={`${tick.look} ${tick.state}`} />
          ))}
        </span>
      ))}
    </span>
  );
}

/** Gates stand out, and what moves a part is taller than what holds it. */
const LOOK: Partial<Record<RunStep['kind'], string>> = { gate: 'gate', pull: 'tall', offer: 'tall', seat: 'tall' };

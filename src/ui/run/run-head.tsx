'use client';
import Link from 'next/link';
import type { RefitStep, Action } from '@/core/plan';
import type { RunPlan, RunStep } from '@/core/run';
import type { RunHandle, Sending } from './use-run';

/** What it is, the whole run as a strip of ticks, how far, and whether everything is saved. */
export function RunHead({ title, plan, job, run }: { title: string; plan: RunPlan; job: { number: number; title: string }; run: RunHandle }) {
  const { state, view, sending } = run;
  const steps = state.phase === 'refit' ? view.refit : view.removal;
  const done = steps.filter((step) => step.state === 'done' || step.state === 'skipped').length;
  const seconds = steps.filter((step) => step.state !== 'done').reduce((sum, { step }) => sum + step.ms / 1000, 0);
  const words = state.finished ? 'finished' : state.phase === 'fit' ? 'fitting' : `${Math.min(done + 1, steps.length)} of ${steps.length} · about ${Math.max(1, Math.round(seconds / 60))} min`;
  return (
    <header className="run-head">
      <span className="title">{title}</span>
      {(plan.unverified ?? []).length > 0 && <span className="unverified-chip">not verified</span>}
      <span className="job"><Link href={`/jobs/${job.number}`}>Job {job.number}</Link> · {job.title}</span>
      <Strip steps={steps} />
      <span className="progress-words">{words}</span>
      <SavedWords sending={sending} />
    </header>
  );
}

function SavedWords({ sending: { unsent, trouble, signedOut } }: { sending: Sending }) {
  if (signedOut) return <span className="saved" role="status">◌ {unsent} kept here · <Link href="/sign-in">sign in again</Link></span>;
  if (!unsent) return <span className="saved" role="status">● saved</span>;
  return <span className="saved" role="status" title={trouble ?? undefined}>◌ {unsent} saved here, not yet sent</span>;
}

type Tick = { look: string; state: string; part: string };

/** Ticks grouped by the part they belong to; height tells parts, fasteners and gates apart. */
function Strip({ steps }: { steps: RunStep[] }) {
  const ticks = steps.map(({ step, state }): Tick => ({ look: tickLook(step), state, part: tickLook(step) === 'tall' ? 'part' : 'piece' }));
  const groups: Tick[][] = [];
  ticks.forEach((tick, at) => {
    if (at === 0 || (tick.part === 'piece' && ticks[at - 1].part === 'part')) groups.push([]);
    groups[groups.length - 1].push(tick);
  });
  return (
    <span className="strip" aria-hidden="true">
      {groups.map((group, g) => <span key={g} className="group">{group.map((tick, at) => <i key={at} className={`${tick.look} ${tick.state}`} />)}</span>)}
    </span>
  );
}

function tickLook(step: Action | RefitStep): string {
  if ('gate' in step && step.gate) return 'gate';
  return ['free', 'takeOff', 'place', 'seat'].includes(step.type) ? 'tall' : '';
}

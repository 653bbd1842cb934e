'use client';
import { levelWords } from '@/core/rehearse';
import { clock } from '../../design';
import type { Trainer } from './use-rehearsal';

const counted = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What is rehearsed, how it stands, and the way out. */
export function RehearsalHead({ trainer: { view, state, seconds, limit, act } }: { trainer: Trainer }) {
  const broken = state.damage.reduce((sum, { pieces }) => sum + pieces, 0);
  return (
    <header className="run-head">
      <span className="title">{view.title}</span>
      <span className="job">
        Rehearsal, {levelWords[view.setup.level].name.toLowerCase()} · {view.of}
      </span>
      <span className="ms-auto progress-words">
        {broken} broken · {counted(state.mistakes.length, 'mistake')}
        {state.hints > 0 && ` · ${counted(state.hints, 'hint')}`}
      </span>
      <span className="progress-words" role="timer" aria-label={limit ? 'Time left' : 'Time'}>
        {clock(limit === null ? seconds : Math.max(0, limit - seconds))}
      </span>
      <button type="button" className="change-person" onClick={() => act({ do: 'stop' })}>
        Give up
      </button>
    </header>
  );
}

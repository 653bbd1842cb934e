'use client';
import { outcomeWords } from '@/core/rehearse';
import type { Trainer } from './use-rehearsal';

const LOOK: Record<string, string> = {
  done: 'good',
  'part-way': 'good',
  broke: 'bad',
  tore: 'bad',
  marked: 'bad',
  rounded: 'bad',
  srs: 'bad',
};
const SIGN: Record<string, string> = { good: '✓', bad: '✕', warn: '!' };

/** What the last move came to, read out as it happens. */
export function Said({ trainer: { ground, state } }: { trainer: Trainer }) {
  const words = state.last ? outcomeWords(ground, state, state.last) : '';
  const look = LOOK[state.last?.went ?? ''] ?? 'warn';
  return (
    <div className={`said ${words ? look : 'quiet'}`} role="status">
      {words ? (
        <>
          <span aria-hidden="true">{SIGN[look]}</span> {words}
        </>
      ) : (
        'Pick a tool, then what it is for.'
      )}
    </div>
  );
}

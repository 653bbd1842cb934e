'use client';
import { useState } from 'react';
import type { polarityOf, SimulatedSpeaker } from '@/core/bench';

/** Any speaker: a quarter of them behind a capacitor, as many offsets and blades as in a bay. */
export const randomSpeaker = (): SimulatedSpeaker => ({
  plus: Math.random() < 0.5 ? 'first' : 'second',
  hasCapacitor: Math.random() < 0.25,
  offset: Math.random() < 0.7 ? 1 : -1,
  wideIsPlus: Math.random() < 0.85,
});

/** What is shown while somebody practises: the answer when it is asked for. */
export function Practice({
  practice,
  found,
  onAgain,
  onEnd,
}: {
  practice: SimulatedSpeaker;
  found: ReturnType<typeof polarityOf>;
  onAgain: () => void;
  onEnd: () => void;
}) {
  const [shown, setShown] = useState<SimulatedSpeaker | null>(null);
  const isShown = shown === practice;
  const right = found.plus === practice.plus;
  return (
    <div>
      <p className="quiet mb-2">You practise: nothing here is kept.</p>
      {isShown && (
        <p className={right ? 'good' : 'trouble'}>
          {right ? 'Right' : found.plus ? 'Wrong' : 'Not answered'}: the {practice.plus} wire is plus
          {practice.hasCapacitor ? ', behind a capacitor' : ''}.
        </p>
      )}
      <div className="d-flex gap-2">
        <button type="button" className="btn btn-outline-dark" onClick={() => setShown(practice)}>
          Show the answer
        </button>
        <button type="button" className="btn btn-outline-dark" onClick={onAgain}>
          Another speaker
        </button>
        <button type="button" className="btn btn-outline-dark" onClick={onEnd}>
          Stop practising
        </button>
      </div>
    </div>
  );
}

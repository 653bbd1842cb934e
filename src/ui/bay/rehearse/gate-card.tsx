'use client';
import { useState } from 'react';
import { isFine, lineKey, lookWords, type Rehearsal, stepTitle } from '@/core/rehearse';
import type { Trainer } from './use-rehearsal';

type Gate = NonNullable<ReturnType<NonNullable<Rehearsal['back']>['actions']['get']>>;

/** A gate: each line is looked at, then answered. Who answers without looking may be wrong. */
export function GateCard({ trainer, gate, onLeave }: { trainer: Trainer; gate: Gate; onLeave: () => void }) {
  const { ground, state, act } = trainer;
  const [fine, setFine] = useState<Record<string, boolean>>({});
  const step = state.back!.steps.find(({ actions }) => actions.includes(gate.key))!;
  const isAnswered = gate.checks.every(({ id }) => id in fine);
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
        <h1 className="goal-line">{stepTitle(ground, state.back, step)}</h1>
        <p className="where">Look, then say how it is.</p>
        <ul className="gate-lines">
          {gate.checks.map((check) => (
            <li key={check.id}>
              <p className="mb-1">{check.text}</p>
              {state.looked.has(lineKey(gate.key, check.id)) && (
                <p className="seen">{lookWords(check.fact, isFine(ground, state, gate, check))}</p>
              )}
              <div className="gestures">
                <button type="button" onClick={() => act({ do: 'look', gate: gate.key, check: check.id })}>
                  Look
                </button>
                <button
                  type="button"
                  aria-pressed={fine[check.id] === true}
                  onClick={() => setFine({ ...fine, [check.id]: true })}
                >
                  Fine
                </button>
                <button
                  type="button"
                  aria-pressed={fine[check.id] === false}
                  onClick={() => setFine({ ...fine, [check.id]: false })}
                >
                  Not fine
                </button>
              </div>
            </li>
          ))}
        </ul>
      </div>
      <button
        type="button"
        className="done-bar"
        disabled={!isAnswered}
        onClick={() => act({ do: 'answer', gate: gate.key, fine })}
      >
        Pass the gate
      </button>
      <div className="run-foot">
        <button type="button" onClick={onLeave}>
          Not yet
        </button>
      </div>
    </section>
  );
}

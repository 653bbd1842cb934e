'use client';
import { useMemo, useState } from 'react';
import { givesHints, nextBack, type Rehearsal, stepTitle } from '@/core/rehearse';
import { GateCard } from './gate-card';
import { Said } from './said';
import type { Picked, Trainer } from './use-rehearsal';

type Step = NonNullable<Rehearsal['back']>['steps'][number];

/** Everything still to do, in no order: the next one is found by whoever rehearses. What was picked on the drawing comes first. */
export function BackPanel({ trainer, picked }: { trainer: Trainer; picked: Picked }) {
  const { ground, state, act } = trainer;
  const [gate, setGate] = useState<string | null>(null);
  const steps = useMemo(() => stillToDo(trainer), [trainer]);
  const next = nextBack(state);
  const isShown = ground.level === 'guided' || (state.last?.went === 'told' && state.last.because.length > 0);
  const about = picked.item ? steps.filter((step) => isAbout(step, picked.item!)) : [];
  const open = gate ? (state.back!.actions.get(gate) ?? null) : null;
  const choose = (step: Step) =>
    step.kind === 'gate' ? setGate(step.actions[0]) : act({ do: 'back', step: step.key });
  const row = (step: Step) => (
    <li key={step.key}>
      <button type="button" className={`sight ${isShown && step === next ? 'next' : ''}`} onClick={() => choose(step)}>
        <span className="name">{stepTitle(ground, state.back, step)}</span>
        {isShown && step === next && <span className="count">next</span>}
      </button>
    </li>
  );
  if (open && !state.backDone.has(open.key))
    return <GateCard key={open.key} trainer={trainer} gate={open} onLeave={() => setGate(null)} />;
  return (
    <section className="run-panel">
      <h1 className="goal-line">Put it back</h1>
      <Said trainer={trainer} />
      <div className="run-scroll" tabIndex={0}>
        {about.length > 0 && (
          <>
            <h2>What you picked</h2>
            <ul className="sight-list">{about.map(row)}</ul>
          </>
        )}
        <h2>Still to do, in no order</h2>
        <ul className="sight-list">{steps.filter((step) => !about.includes(step)).map(row)}</ul>
      </div>
      {givesHints(ground) && ground.level === 'hints' && (
        <button type="button" className="second-bar" onClick={() => act({ do: 'hint' })}>
          Hint
        </button>
      )}
    </section>
  );
}

const isAbout = ({ actions }: Step, item: string) => actions.some((key) => key.endsWith(`:${item}`));

/** Steps left, mixed by the seed. */
function stillToDo({ ground, state }: Trainer): Step[] {
  const mix = (key: string) =>
    [...key].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0) + ground.seed) % 9973, 7);
  return state
    .back!.steps.filter(({ actions }) => actions.some((key) => !state.backDone.has(key)))
    .sort((a, b) => mix(a.key) - mix(b.key) || (a.key < b.key ? -1 : 1));
}

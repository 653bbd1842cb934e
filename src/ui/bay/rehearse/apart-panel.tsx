'use client';
import { useMemo } from 'react';
import { readItemKey } from '@/core/document';
import { givesHints, inSight, isReached, listWords, nextStep, stepTitle, toolName } from '@/core/rehearse';
import { listed } from '@/core/trade';
import { ItemChoice } from './item-choice';
import { Said } from './said';
import { ToolRack } from './tool-rack';
import type { Picked, Trainer } from './use-rehearsal';
import { VehicleSteps } from './vehicle-steps';

/** Taking apart: a tool, a thing, a motion. */
export function ApartPanel({ trainer, picked }: { trainer: Trainer; picked: Picked }) {
  const { ground, state, act } = trainer;
  const [document] = ground.documents;
  const seen = useMemo(() => inSight(ground, state, document), [ground, state, document]);
  const isThere = isReached(ground, state);
  return (
    <section className="run-panel">
      <h1 className="goal-line">{isThere ? 'It’s out' : `Get out: ${wantedWords(trainer)}`}</h1>
      <Next trainer={trainer} />
      <Said trainer={trainer} />
      <div className="run-scroll" tabIndex={0}>
        <h2>Tool in hand</h2>
        <ToolRack trainer={trainer} />
        <h2>In sight</h2>
        <ul className="sight-list">
          {seen.map((id) => (
            <ItemChoice key={id} trainer={trainer} picked={picked} item={`${document.id}/${id}`} />
          ))}
        </ul>
        <VehicleSteps trainer={trainer} />
      </div>
      {isThere ? (
        <button type="button" className="done-bar" onClick={() => act({ do: 'turn-back' })}>
          {ground.bothWays ? 'Put it back' : 'That’s it'}
        </button>
      ) : (
        givesHints(ground) &&
        ground.level === 'hints' && (
          <button type="button" className="second-bar" onClick={() => act({ do: 'hint' })}>
            Hint
          </button>
        )
      )}
    </section>
  );
}

const wantedWords = ({ ground }: Trainer) =>
  listed(
    ground.goals.map((goal) => {
      const [document] = ground.documents;
      const item = (readItemKey(goal)?.item ?? goal).replace(/:.*$/, '');
      return listWords(ground, `${document.id}/${item}`);
    }),
  );

/** The next step: always where one is guided, else where a hint was asked for. */
function Next({ trainer: { ground, state } }: { trainer: Trainer }) {
  const isAsked = state.last?.went === 'told' && state.last.because.length > 0;
  if (ground.level !== 'guided' && !isAsked) return null;
  const next = nextStep(ground, state);
  if (!next || isReached(ground, state)) return null;
  return (
    <p className="next-hint">
      <b>Next:</b> {stepTitle(ground, null, next)} · {next.tool === 'hand' ? 'by hand' : toolName(next.tool)}
    </p>
  );
}

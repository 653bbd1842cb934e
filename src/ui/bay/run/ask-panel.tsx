'use client';
import { stepKey } from '@/core/planning';
import { useState } from 'react';
import { itemWords, readItemKey } from '@/core/document';
import { RunFoot } from './foot';
import type { Bay } from './bay';
import { Stepper } from '../../design';

/** What only a person can tell: whether two reports are about the same piece, or how many are really out. */
export function AskPanel({ bay }: { bay: Bay }) {
  const { handle, nameOf } = bay;
  const question = handle.state.questions[0];
  const over = handle.view.ledger.find((row) => row.overCounted);
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">One thing first</span>
        {question ? (
          <>
            <h1 className="verb small">
              {nameOf(question.people[0])} and {nameOf(question.people[1])} both reported{' '}
              {itemNamed(bay, question.item)} {question.what}
            </h1>
            <p className="where">
              Neither saw the other’s report. Are these the same {question.unheard === 1 ? 'piece' : 'pieces'}?
            </p>
          </>
        ) : (
          over && (
            <>
              <h1 className="verb small">{over.words}: more were counted out than there are</h1>
              <p className="where">How many are really out?</p>
            </>
          )
        )}
      </div>
      {question && (
        <>
          <button
            type="button"
            className="done-bar"
            onClick={() => handle.record({ type: 'settled', event: question.event, same: true })}
          >
            The same {question.unheard === 1 ? 'one' : 'ones'}
          </button>
          <button
            type="button"
            className="second-bar"
            onClick={() => handle.record({ type: 'settled', event: question.event, same: false })}
          >
            No, {question.unheard === 1 ? 'another one' : 'others'}
          </button>
        </>
      )}
      {!question && over && <CountAgain key={over.item} bay={bay} item={over.item} max={over.out} />}
      <RunFoot bay={bay} />
    </section>
  );
}

function CountAgain({ bay, item, max }: { bay: Bay; item: string; max: number }) {
  const [count, setCount] = useState(max);
  return (
    <>
      <Stepper label={(value) => `${value} of ${max} out`} max={max} value={count} onChange={setCount} />
      <button
        type="button"
        className="done-bar"
        onClick={() =>
          bay.handle.record({ type: 'counted', action: stepKey({ type: 'release', ...readItemKey(item)! }), count })
        }
      >
        {count} {count === 1 ? 'is' : 'are'} out
      </button>
    </>
  );
}

function itemNamed({ handle: { graph } }: Bay, key: string): string {
  const ref = readItemKey(key);
  const index = ref && graph.indexes.get(ref.procedure);
  return index ? itemWords(index, ref.item, graph.catalogue) : key;
}

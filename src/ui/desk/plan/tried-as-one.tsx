'use client';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { PlanView } from '@/contracts/views';
import { indexItems, itemKey, itemWords, type ItemRef, readItemKey } from '@/core/document';
import { capital, doorWords, listed, PART_KINDS } from '@/core/trade';
import { type Asked, membersOf } from './plan-address';

/** Parts of several zones that only work together: a component set with its crossover elsewhere. Nothing of them is closed before all of it has been tried. */
export function TriedAsOne({
  view,
  asked,
  ask,
}: {
  view: PlanView;
  asked: Asked;
  ask: (change: Partial<Asked>) => void;
}) {
  const [picked, setPicked] = useState<string[]>([]);
  const sets = asked.sets ?? [];
  if (view.documents.length < 2) return null;
  const isTaken = (key: string) => sets.some((set) => membersOf(set).includes(key));
  const open = electricalParts(view).filter((ref) => !isTaken(itemKey(ref)));
  const zones = new Set(picked.map((key) => readItemKey(key)?.procedure));
  const toggle = (key: string) =>
    setPicked((now) => (now.includes(key) ? now.filter((one) => one !== key) : [...now, key]));
  const join = () => {
    ask({ sets: [...sets, picked.join(',')] });
    setPicked([]);
  };
  return (
    <section aria-label="Tried as one">
      {sets.length > 0 && <h2>Tried as one</h2>}
      {sets.map((set) => (
        <div key={set} className="goal-row">
          <span className="name">{capital(listed(membersOf(set).map((key) => wordsOf(view, key))))}</span>
          <button
            type="button"
            className="btn btn-outline-dark take-away"
            aria-label="Try these parts each by itself"
            onClick={() => ask({ sets: sets.filter((one) => one !== set) })}
          >
            ×
          </button>
        </div>
      ))}
      <details>
        <summary>Try parts of several zones as one…</summary>
        <p className="quiet">Parts that only play together: no zone is closed before all of them did.</p>
        <div className="d-flex flex-wrap gap-2">
          {open.map((ref) => {
            const key = itemKey(ref);
            return (
              <button
                key={key}
                type="button"
                className="btn btn-sm btn-outline-dark"
                aria-pressed={picked.includes(key)}
                onClick={() => toggle(key)}
              >
                {capital(wordsOf(view, key))}
              </button>
            );
          })}
          <Button size="sm" disabled={zones.size < 2} onClick={join}>
            Try these as one
          </Button>
        </div>
      </details>
    </section>
  );
}

const electricalParts = ({ documents }: PlanView): ItemRef[] =>
  documents.flatMap(({ id: procedure, parts }) =>
    parts.filter(({ kind }) => PART_KINDS.get(kind)?.electrical).map(({ id: item }) => ({ procedure, item })),
  );

/** "door woofer, front door, left" */
function wordsOf({ documents }: PlanView, key: string): string {
  const ref = readItemKey(key);
  const document = documents.find(({ id }) => id === ref?.procedure);
  return ref && document ? `${itemWords(indexItems(document), ref.item)}, ${doorWords(document)}` : key;
}

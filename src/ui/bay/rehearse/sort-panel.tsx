'use client';
import { useMemo, useState } from 'react';
import { listWords, pieceLook, sortingOf } from '@/core/rehearse';
import { readWireColour, wireWords } from '@/core/trade';
import { Chips } from '../../design';
import type { Trainer } from './use-rehearsal';

/** Which screws go where, and which wire is plus: before anything goes back. */
export function SortPanel({ trainer: { ground, state, act } }: { trainer: Trainer }) {
  const { heaps, holes, wires } = useMemo(() => sortingOf(ground, state), [ground, state]);
  const [pieces, setPieces] = useState<Record<string, string>>({});
  const [plus, setPlus] = useState<Record<string, string>>({});
  const isSorted = holes.every((key) => pieces[key]) && wires.every(({ id }) => plus[id]);
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
        <h1 className="goal-line">{holes.length ? 'Sort the screws' : 'Pair the wires'}</h1>
        {holes.length > 0 && <p className="where">They lie in one heap. Which go into which holes?</p>}
        {holes.map((key) => (
          <Chips
            key={key}
            label={listWords(ground, key)}
            options={heaps.map((heap): [string, string] => [heap.looks, pieceLook(heap)])}
            value={pieces[key] ?? null}
            onPick={(looks) => setPieces({ ...pieces, [key]: looks })}
          />
        ))}
        {wires.map(({ id, part, colours }) => (
          <Chips
            key={id}
            label={`Plus at the ${listWords(ground, part)}`}
            options={colours.map((colour): [string, string] => [colour, colourWords(colour)])}
            value={plus[id] ?? null}
            onPick={(colour) => setPlus({ ...plus, [id]: colour })}
          />
        ))}
      </div>
      <button
        type="button"
        className="done-bar"
        disabled={!isSorted}
        onClick={() => act({ do: 'sort', pieces, wires: plus })}
      >
        Sorted
      </button>
    </section>
  );
}

/** "GY/PK (grey with pink)": the code as it is written, in words. */
function colourWords(code: string): string {
  const colour = readWireColour(code);
  return colour ? `${code} (${wireWords(colour)})` : code;
}

'use client';
import { useState } from 'react';
import { knownPieces, type RunEvent } from '@/core/bay';
import { Chips, Stepper } from '../../design';
import type { RunRecordable } from './use-run';

/** What became of the pieces that came out with one tap. */
export interface Pieces {
  out: number;
  broken: number;
  /** Broken, but good enough to go back. */
  usable: boolean;
  lost: number;
  /** Lost into the panel, where it lies still. */
  inside: boolean;
}

export const NO_PIECES: Pieces = { out: 0, broken: 0, usable: false, lost: 0, inside: false };

/** The facts of broken and lost pieces, each with what this device knew of before. */
export function pieceFacts(log: RunEvent[], item: string, { broken, usable, lost, inside }: Pieces): RunRecordable[] {
  return [
    ...(broken
      ? [
          {
            type: 'broken' as const,
            item,
            count: broken,
            known: knownPieces(log, item, 'broken'),
            ...(usable ? { usable } : {}),
          },
        ]
      : []),
    ...(lost
      ? [
          {
            type: 'lost' as const,
            item,
            count: lost,
            known: knownPieces(log, item, 'lost'),
            ...(inside ? { inside } : {}),
          },
        ]
      : []),
  ];
}

/** One entry of a step whose pieces are counted out. */
export interface Entry {
  /** The key of its action. */
  key: string;
  item: string;
  left: number;
  noun: string;
  /** Destroyed in any case, so only how many came out is asked. */
  /** New ones go back in any case: whether it broke does not matter. */
  scrap: boolean;
  /** Destroyed by being undone: nothing of it can be lost in one piece. */
  destroyed: boolean;
  /** Comes out as pieces; what is moulded to a part is asked for last. */
  isLoose: boolean;
}

/** The counters of a step's entries, one entry at a time so that they keep one row. */
export function EntryCounters({
  entries,
  piecesOf,
  onChange,
}: {
  entries: Entry[];
  piecesOf: (entry: Entry) => Pieces;
  onChange: (key: string, pieces: Pieces) => void;
}) {
  const [shown, setShown] = useState<string | null>(null);
  const entry = entries.find(({ key }) => key === shown) ?? entries.find(({ isLoose }) => isLoose) ?? entries[0];
  return (
    <>
      {entries.length > 1 && (
        <div className="entry-tabs" role="group" aria-label="Pieces of">
          {entries.map((one) => (
            <button key={one.key} type="button" aria-pressed={one === entry} onClick={() => setShown(one.key)}>
              {piecesOf(one).out} {one.noun}
            </button>
          ))}
        </div>
      )}
      <PieceSteppers entry={entry} pieces={piecesOf(entry)} onChange={(pieces) => onChange(entry.key, pieces)} />
    </>
  );
}

/** How many came out, broke, went missing; of what is destroyed in any case only how many came out. */
function PieceSteppers({
  entry: { left, scrap, destroyed },
  pieces,
  onChange,
}: {
  entry: Entry;
  pieces: Pieces;
  onChange: (pieces: Pieces) => void;
}) {
  const set = (change: Partial<Pieces>) => onChange({ ...pieces, ...change });
  return (
    <>
      <div className="steppers">
        {left > 1 && (
          <Stepper
            label={(value) => `${value} out`}
            min={0}
            max={left}
            value={pieces.out}
            onChange={(out) => set({ out, broken: Math.min(pieces.broken, out), lost: Math.min(pieces.lost, out) })}
          />
        )}
        {!scrap && (
          <Stepper
            warns
            label={(value) => `${value} broken`}
            max={pieces.out - pieces.lost}
            value={pieces.broken}
            onChange={(broken) => set({ broken })}
          />
        )}
        {!destroyed && (
          <Stepper
            warns
            label={(value) => `${value} lost`}
            max={pieces.out - pieces.broken}
            value={pieces.lost}
            onChange={(lost) => set({ lost })}
          />
        )}
      </div>
      {pieces.broken > 0 && (
        <Chips
          label="Broken"
          value={pieces.usable ? 'usable' : 'scrap'}
          options={[
            ['scrap', 'for the bin'],
            ['usable', 'still usable'],
          ]}
          onPick={(value) => set({ usable: value === 'usable' })}
        />
      )}
      {pieces.lost > 0 && (
        <Chips
          label="Lost"
          value={pieces.inside ? 'inside' : 'gone'}
          options={[
            ['gone', 'gone'],
            ['inside', 'fell inside'],
          ]}
          onPick={(value) => set({ inside: value === 'inside' })}
        />
      )}
    </>
  );
}

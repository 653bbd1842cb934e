'use client';
import { useState } from 'react';
import { parseDrive } from '@/core/trade';
import { leftOverPlaces, type LeftOver as Piece, type LeftOverPlace } from '@/core/bay';
import { Chips, Stepper } from '../../design';
import type { Bay } from './bay';
import { DriveChips, takesDrive, USUAL_KINDS } from './hardware-choice';
import { beginRound, StepsAgain, stepsWords, useReopening } from './open-again';

/** Pieces that are left over at the end: said what they are, looked for, and settled before the run can be finished. */
export function LeftOvers({ bay }: { bay: Bay }) {
  const [adding, setAdding] = useState(false);
  const open = bay.handle.state.leftOvers.filter(({ settled }) => !settled);
  return (
    <div className="too-early" role="group" aria-label="Left over">
      {open.map((piece) => (
        <Search key={piece.event} bay={bay} piece={piece} />
      ))}
      {adding ? (
        <Say bay={bay} onDone={() => setAdding(false)} />
      ) : (
        <button type="button" className="check-line" onClick={() => setAdding(true)}>
          A piece is left over
        </button>
      )}
    </div>
  );
}

/** What is left over: kind, drive, number. */
function Say({ bay, onDone }: { bay: Bay; onDone: () => void }) {
  const [kind, setKind] = useState('screw');
  const [drive, setDrive] = useState<string | null>(null);
  const [count, setCount] = useState(1);
  const ready = !takesDrive(kind) || drive !== null;
  const name = USUAL_KINDS.find(([code]) => code === kind)![1];
  const keep = () => {
    const size = takesDrive(kind) ? drive : null;
    const words = `${count} × ${size ? `${parseDrive(size)?.plate ?? size} ` : ''}${name}`;
    bay.handle.record({ type: 'leftOver', words, count, kind, ...(size ? { drive: size } : {}) });
    onDone();
  };
  return (
    <div className="short-line" role="group" aria-label="What is left over">
      <Chips label="What it is" value={kind} options={USUAL_KINDS} onPick={setKind} />
      {takesDrive(kind) && <DriveChips value={drive} onPick={setDrive} />}
      <Stepper
        label={(value) => (value === 1 ? '1 of them' : `${value} of them`)}
        min={1}
        max={20}
        value={count}
        onChange={setCount}
      />
      <button type="button" className="check-line" disabled={!ready} onClick={keep}>
        Find where it belongs
      </button>
    </div>
  );
}

const NOT_OURS = ['lay on the floor', 'is from another job', 'is a spare of ours', 'came with the new part'];
const SHOWN = 6;

/** Where a piece may belong: put back there by its own steps, put in where one was missing, or not of this vehicle. */
function Search({ bay, piece }: { bay: Bay; piece: Piece }) {
  const { graph, state, record } = bay.handle;
  const places = leftOverPlaces(graph, state, piece).slice(0, SHOWN);
  const settle = (answer: { item?: string; reason?: string }) =>
    record({ type: 'leftOverSettled', event: piece.event, ...answer });
  return (
    <div className="short-line" role="group" aria-label={`Left over: ${piece.words}`}>
      <strong>Left over: {piece.words}. Where does it belong?</strong>
      {places.length === 0 && <p className="quiet">No entry of this run has such a piece.</p>}
      {places.map((place) => (
        <div key={place.item} className="left-over-place">
          <span>
            {place.words} <span className="quiet">{place.reason}</span>
          </span>
          {place.wasOut ? (
            <GoesBack bay={bay} piece={piece} place={place} />
          ) : (
            <button
              type="button"
              className="check-line"
              onClick={() => settle({ item: place.item, reason: place.words })}
            >
              It was missing here: put in
            </button>
          )}
        </div>
      ))}
      <Chips
        label="Not from this vehicle, kept, because it"
        value={null}
        options={NOT_OURS}
        onPick={(reason) => settle({ reason })}
      />
    </div>
  );
}

/** The piece is of this entry: it goes back by the entry's own steps, in a round that takes apart again what hides it. */
function GoesBack({ bay, piece, place }: { bay: Bay; piece: Piece; place: LeftOverPlace }) {
  const steps = useReopening(bay, place.item);
  const begin = () =>
    beginRound(
      bay,
      {
        items: [place.item],
        why: `Left over: ${piece.words}`,
        piece: { item: place.item, count: Math.min(piece.count, place.most) },
      },
      { type: 'leftOverSettled', event: piece.event, item: place.item, reason: place.words },
    );
  const words = steps.length ? `Put it back here: ${stepsWords(steps.length)}` : 'Put it back here';
  return <StepsAgain bay={bay} steps={steps} words={words} onBegin={begin} />;
}

'use client';
import { useState } from 'react';
import { RunFoot } from './foot';
import { isOver, openNewParts, readSerial, serialNote, serialOf } from '@/core/bay';
import { Chips } from '../../design';
import type { Bay } from './bay';

/** What usually mends a fault that was found behind a panel (common practice, no source). */
const MENDS = [
  'plug was not home',
  'pin pushed back',
  'wire pinched',
  'wires swapped',
  'joint open',
  'fuse',
  'part faulty',
];

/** Why this was opened up again, and what mended it: both stay in the report. */
function Mend({ bay: { handle } }: { bay: Bay }) {
  const round = handle.state.rounds.at(-1);
  if (!round) return null;
  return (
    <>
      <span className="label">Opened up again</span>
      <p className="where">{round.why}</p>
      {!round.piece && (
        <Chips
          label="What was it?"
          value={round.mended}
          options={MENDS}
          onPick={(words) => handle.record({ type: 'mended', words })}
        />
      )}
    </>
  );
}

/** Why a new part is not fitted (common practice, no source). */
const LEFT_OUT = ['not delivered', 'faulty out of the box', 'does not fit', 'customer changed their mind'];

/** One line of the list: ticked, or left out with a reason; its serial number is kept for the report. */
function NewPart({ line, bay: { handle } }: { line: string; bay: Bay }) {
  const { state, record } = handle;
  const [serial, setSerial] = useState('');
  const [isLeaving, setLeaving] = useState(false);
  const isIn = state.ticks.get(line) ?? false;
  const said = serialOf(state.log, line);
  return (
    <div className="new-part">
      <button
        type="button"
        role="checkbox"
        className="check-line"
        aria-checked={isIn}
        onClick={() => record({ type: 'ticked', line, on: !isIn })}
      >
        <span className="box" aria-hidden="true">
          {isIn ? '✓' : ''}
        </span>
        {line}
        {said && <span className="quiet">{said}</span>}
      </button>
      {isIn && !said && (
        <div className="d-flex gap-2">
          <input
            className="form-control"
            aria-label={`Serial number of ${line}`}
            placeholder="Serial number, if it has one"
            maxLength={80}
            value={serial}
            onChange={(event) => setSerial(event.target.value)}
          />
          <button
            type="button"
            className="btn btn-outline-dark"
            disabled={!serial.trim()}
            onClick={() => record(serialNote(line, serial.trim()))}
          >
            Save
          </button>
        </div>
      )}
      {!isIn && !isLeaving && !state.leftOut.has(line) && (
        <button
          type="button"
          className="btn btn-outline-dark"
          aria-label={`Leave out ${line}`}
          onClick={() => setLeaving(true)}
        >
          Leave it out…
        </button>
      )}
      {!isIn && (isLeaving || state.leftOut.has(line)) && (
        <Chips
          label="Left out, because"
          value={state.leftOut.get(line) ?? null}
          options={LEFT_OUT}
          onPick={(reason) => record({ type: 'ticked', line, on: false, reason })}
        />
      )}
    </div>
  );
}

/** Between taking apart and putting back: the tick list for the new parts, and notes. */
export function FitPanel({ bay }: { bay: Bay }) {
  const { plan, state, view, record } = bay.handle;
  const [note, setNote] = useState('');
  // Work on the car comes step by step before the list of new parts.
  const toFit = state.phase === 'remove' ? view.fit.filter((step) => !isOver(step)).length : 0;
  const open = openNewParts(plan, state);
  const notes = state.log.filter((event) => event.type === 'note' && readSerial(event) === null);
  const keep = () => {
    record({ type: 'note', text: note.trim() });
    setNote('');
  };
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
        {state.round > 1 && <Mend bay={bay} />}
        <h1 className="verb">
          {state.round === 1
            ? 'Fit the new parts'
            : state.rounds.at(-1)?.piece
              ? 'Put the piece back'
              : 'Mend what failed'}
        </h1>
        <div className="mt-3">
          {state.round === 1 && plan.newParts.length === 0 && <p className="quiet">No list was made for this job.</p>}
          {plan.newParts.map((line, n) => (
            <NewPart key={`${n} ${line}`} line={line} bay={bay} />
          ))}
        </div>
        {notes.map((event) => (
          <p key={event.id} className="caution mild">
            {event.type === 'note' && event.text}
          </p>
        ))}
        <div className="d-flex gap-2 mt-2">
          <input
            className="form-control"
            aria-label="Note"
            placeholder="Note for the file"
            maxLength={2000}
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <button type="button" className="btn btn-outline-dark" disabled={!note.trim()} onClick={keep}>
            Save
          </button>
        </div>
        {state.phase === 'fit' && view.removal.some((step) => step.state === 'open') && (
          <button type="button" className="check-line mt-3" onClick={() => record({ type: 'phase', to: 'remove' })}>
            Take more apart
          </button>
        )}
      </div>
      {toFit > 0 ? (
        <button type="button" className="done-bar" onClick={() => record({ type: 'phase', to: 'fit' })}>
          On to fitting: {toFit} {toFit === 1 ? 'step' : 'steps'}
        </button>
      ) : (
        <button
          type="button"
          className="done-bar"
          disabled={open.length > 0}
          onClick={() => record({ type: 'phase', to: 'refit' })}
        >
          {open.length > 0
            ? `Tick or leave out: ${open.length} ${open.length === 1 ? 'line' : 'lines'}`
            : 'Put it back'}
        </button>
      )}
      <RunFoot bay={bay} />
    </section>
  );
}

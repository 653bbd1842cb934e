'use client';
import { itemKey } from '@/core/document';
import type { Fallen } from '@/core/bay';
import { doorWords } from '@/core/trade';
import { piecesInPlace } from '@/core/telling';
import { RunFoot } from './foot';
import type { Bay } from './bay';

/** Pieces that fell into a cavity: looked for at once, or later, by a decision everybody sees; while they are missing nothing shuts over them. */
export function FallenPanel({
  bay,
  fallen,
  canWait = false,
  onLeave,
}: {
  bay: Bay;
  fallen: Fallen[];
  /** Other work of this door may be done first. */
  canWait?: boolean;
  /** Nothing but this is left at this door: another one may be gone to meanwhile. */
  onLeave?: () => void;
}) {
  const { plan, record } = bay.handle;
  const doors = plan.documents.filter(({ id }) => fallen.some(({ procedure }) => procedure === id));
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">Fell inside: {doors.map(doorWords).join(' · ')}</span>
        <h1 className="verb small">Fetch it now, with the magnet</h1>
        <p className="where">Speaker, shield and panel of this door stay open until it is out.</p>
        {doors.flatMap(({ id, access = [] }) =>
          access.map(({ name, use }) => (
            <p key={`${id} ${name}`} className="caution mild">
              {name}
              {use && `: ${use}`}
            </p>
          )),
        )}
        {fallen.map((piece) => (
          <div key={itemKey(piece)} className="short-line">
            <strong>{piecesInPlace(bay.handle.graph, piece, piece.count)}</strong>
            <div className="buttons">
              <button
                type="button"
                className="btn btn-primary"
                onClick={() => record({ type: 'found', item: itemKey(piece), count: piece.count })}
              >
                It is out again
              </button>
            </div>
          </div>
        ))}
      </div>
      {onLeave && (
        <button type="button" className="second-bar" onClick={onLeave}>
          Go to another door meanwhile
        </button>
      )}
      {canWait && (
        <button
          type="button"
          className="second-bar"
          onClick={() =>
            record(...fallen.map((piece) => ({ type: 'lookLater' as const, item: itemKey(piece), count: piece.count })))
          }
        >
          Look for it later, before it closes
        </button>
      )}
      <RunFoot bay={bay} />
    </section>
  );
}

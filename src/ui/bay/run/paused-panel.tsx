'use client';
import type { Bay } from './bay';

/** A run that rests: why, who has it, and how to go on. */
export function PausedPanel({
  bay: {
    handle: { state, record },
    nameOf,
    me,
  },
}: {
  bay: Bay;
}) {
  const goOn = () =>
    record({ type: 'resumed' }, ...(state.holder !== me ? [{ type: 'handedOver' as const, to: me }] : []));
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">Paused</span>
        <h1 className="verb small">{state.pauses.get(me) ?? 'Paused'}</h1>
        {state.holder && <p className="where">{nameOf(state.holder)} has it.</p>}
        {state.handOverNote && <p className="caution mild">{state.handOverNote}</p>}
      </div>
      <button type="button" className="done-bar" onClick={goOn}>
        Resume
      </button>
    </section>
  );
}

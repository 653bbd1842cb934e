'use client';
import { countedWords } from '@/core/procedure';
import type { Fallen } from '@/core/run';
import { RunFoot } from './foot';
import type { Bay } from './bay';

/** A piece that fell into the cavity is looked for at once; while it is missing nothing shuts over it. */
export function FallenPanel({ bay, fallen, onLater }: { bay: Bay; fallen: Fallen[]; onLater?: () => void }) {
  const { graph, plan, record } = bay.handle;
  const ways = plan.documents.filter(({ id }) => fallen.some(({ procedure }) => procedure === id));
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">Fell inside</span>
        <h1 className="verb small">Fetch it now, with the magnet</h1>
        <p className="where">Speaker, shield and panel stay open until it is out.</p>
        {ways.flatMap(({ id, access = [] }) =>
          access.map(({ name, use }) => (
            <p key={`${id} ${name}`} className="caution mild">
              {name}
              {use && `: ${use}`}
            </p>
          )),
        )}
        {fallen.map(({ procedure, item, count }) => (
          <div key={`${procedure}/${item}`} className="short-line">
            <strong>
              {count} of {countedWords(graph.indexes.get(procedure)!, item, graph.catalogue)}
            </strong>
            <div className="buttons">
              <button
                type="button"
                className="btn btn-primary"
                onClick={() => record({ type: 'found', item: `${procedure}/${item}`, count })}
              >
                It is out again
              </button>
            </div>
          </div>
        ))}
      </div>
      {onLater && (
        <button type="button" className="second-bar" onClick={onLater}>
          Look for it later
        </button>
      )}
      <RunFoot bay={bay} />
    </section>
  );
}

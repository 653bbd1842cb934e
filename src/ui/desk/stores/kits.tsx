'use client';
import { useState } from 'react';
import type { StoreKitView } from '@/contracts/views';
import { KitForm, NEW_KIT } from './kit-form';

/** What a job of some vehicle takes together; taken whole on the job's page. */
export function Kits({ kits, mayMove }: { kits: StoreKitView[]; mayMove: boolean }) {
  const [chosen, choose] = useState<string | null>(null);
  const kit = kits.find(({ id }) => id === chosen);
  return (
    <div className="split fill-split">
      <section className="sheet fill-scroll" aria-label="Kits" tabIndex={0} role="region">
        {kits.length === 0 && (
          <p className="quiet mb-0">
            No kits yet. A kit is what every job on one vehicle takes: ring, terminals, clips.
          </p>
        )}
        <ul className="rows">
          {kits.map((one) => (
            <li key={one.id} className="py-2 d-flex gap-2">
              <span className="me-auto">
                <strong>{one.name}</strong>{' '}
                <span className="quiet">{[one.make, one.model].filter(Boolean).join(' ') || 'any vehicle'}</span>
                <span className="d-block">{one.lines.map(({ count, name }) => `${count} ${name}`).join(', ')}</span>
                {one.takenBy.length > 0 && (
                  <span className="quiet d-block">Taken by jobs {one.takenBy.slice(0, 5).join(', ')}</span>
                )}
              </span>
              {mayMove && (
                <button
                  type="button"
                  className="btn btn-sm btn-outline-dark align-self-start"
                  aria-label={`Change ${one.name}`}
                  onClick={() => choose(one.id)}
                >
                  Change
                </button>
              )}
            </li>
          ))}
        </ul>
      </section>
      <div className="fill-scroll" tabIndex={0} role="region" aria-label="One kit">
        {mayMove && (
          <KitForm
            key={chosen ?? ''}
            kit={
              kit ? { ...kit, lines: kit.lines.map(({ kind, count }) => ({ kind, count: String(count) })) } : NEW_KIT
            }
            onDone={() => choose(null)}
          />
        )}
      </div>
    </div>
  );
}

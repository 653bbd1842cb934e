'use client';
import { zoneName } from '@/core/vehicle';
import type { Bay } from './bay';

/** In a run over several doors: which one this step is on, and a tap to keep this tablet to one of them. */
export function ZoneNow({ bay, procedure }: { bay: Bay; procedure: string | null }) {
  const { plan } = bay.handle;
  if (plan.documents.length < 2) return null;
  return (
    <div className="zone-now" role="group" aria-label="This tablet keeps to">
      {plan.documents.map((document) => (
        <button
          key={document.id}
          type="button"
          aria-pressed={bay.zone === document.id}
          className={document.id === procedure ? 'here' : ''}
          onClick={() => bay.keepTo(bay.zone === document.id ? null : document.id)}
        >
          {zoneName(document.zone)}, {document.side}
        </button>
      ))}
    </div>
  );
}

'use client';
import { lastOnDoor } from '@/core/run';
import { zoneName } from '@/core/vehicle';
import type { Bay } from './bay';

/** In a run over several doors: which one this step is on, and a tap to keep this tablet to one of them. */
export function ZoneNow({ bay, procedure }: { bay: Bay; procedure: string | null }) {
  const { plan, state } = bay.handle;
  if (plan.documents.length < 2) return null;
  /** The first name of whoever else worked on a door last. */
  const otherOn = (id: string) => {
    const last = lastOnDoor(state, id);
    return last && last !== bay.me ? bay.nameOf(last).split(' ')[0] : null;
  };
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
          {otherOn(document.id) && <small> · {otherOn(document.id)}</small>}
        </button>
      ))}
    </div>
  );
}

'use client';
import { fallenInside, peopleOnDoors } from '@/core/bay';
import { doorWords } from '@/core/trade';
import type { Bay } from './bay';

/** In a run over several doors: which one this step is on, who is at which, and a tap to keep this tablet to one of them. */
export function ZoneNow({ bay, procedure }: { bay: Bay; procedure: string | null }) {
  const { plan, state } = bay.handle;
  if (plan.documents.length < 2) return null;
  const people = peopleOnDoors(state);
  const lying = new Set(fallenInside(state).map((piece) => piece.procedure));
  /** First names of the others who are at a door now. */
  const othersOn = (id: string) =>
    (people.get(id) ?? []).filter((one) => one !== bay.me).map((one) => bay.nameOf(one).split(' ')[0]);
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
          {doorWords(document)}
          {othersOn(document.id).map((name) => (
            <small key={name}> · {name}</small>
          ))}
          {lying.has(document.id) && <small className="trouble"> · piece inside</small>}
        </button>
      ))}
    </div>
  );
}

'use client';
import { useState } from 'react';
import { readStepKey } from '@/core/planning';
import { itemWords } from '@/core/document';
import { recordedTooEarly, type RunEvent } from '@/core/bay';
import { LeadDecides } from './lead-decides';
import type { Bay } from './bay';

const DID: Record<string, string> = {
  place: 'brought back',
  join: 'joined',
  seat: 'seated',
  start: 'started',
  tighten: 'tightened',
  fit: 'fitted',
  undo: 'undone',
  batteryOn: 'reconnected',
};

/** What was recorded before what it waits for: it does not count, nothing of it is lost, and a lead may let it count. */
export function TooEarly({ bay }: { bay: Bay }) {
  const { state } = bay.handle;
  const [asked, setAsked] = useState<string | null>(null);
  const open = recordedTooEarly(state);
  if (open.length === 0) return null;
  return (
    <div className="too-early" role="group" aria-label="Recorded too early">
      {open.map(({ event, reason }) => (
        <div key={event.id}>
          <p className="caution">
            {bay.nameOf(event.person)} recorded “{whatOf(bay, event)}” {reason}: it does not count. Do it in its turn,
            or a lead lets it count.
          </p>
          {asked === event.id ? (
            <LeadDecides
              bay={bay}
              about={{ event: event.id }}
              title="A lead can let it count with a reason."
              words="Let it count"
            />
          ) : (
            <button type="button" className="check-line" onClick={() => setAsked(event.id)}>
              A lead decides
            </button>
          )}
        </div>
      ))}
    </div>
  );
}

/** "door card seated", "battery reconnected", "test passed". */
function whatOf({ handle: { graph } }: Bay, event: RunEvent): string {
  if (event.type === 'test') return 'a test';
  const key = event.type === 'gatePassed' ? event.gate : 'action' in event ? event.action : '';
  const ref = readStepKey(key);
  if (!ref) return event.type;
  const index = graph.indexes.get(ref.procedure ?? '');
  const thing = index ? itemWords(index, ref.item, graph.catalogue) : 'the battery';
  return event.type === 'gatePassed' ? `gate of the ${thing} passed` : `${thing} ${DID[ref.type] ?? 'done'}`;
}

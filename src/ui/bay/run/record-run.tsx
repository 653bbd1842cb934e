'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { zoneName } from '@/core/trade';
import { recordedFrom } from '@/core/bay';
import { Trouble, useSend } from '../../design';
import type { Bay } from './bay';

/** On a vehicle that a procedure was not recorded on, the run records it: what differs so far, and one tap that makes a draft of it. */
export function RecordRun({ bay }: { bay: Bay }) {
  const { plan } = bay.handle;
  return (plan.unverified ?? []).map(({ procedure }) => <RecordOne key={procedure} bay={bay} procedure={procedure} />);
}

function RecordOne({ bay, procedure }: { bay: Bay; procedure: string }) {
  const {
    handle: { plan, state },
    run: { id },
    job: { vehicle },
  } = bay;
  const recorded = useMemo(() => recordedFrom(plan, state, procedure), [plan, state, procedure]);
  const { busy, trouble, run } = useSend();
  const [draft, setDraft] = useState<string | null>(null);
  if (!recorded || state.done.size === 0) return null;
  const { differences, document } = recorded;
  const make = async () => {
    const made = await run<{ id: string }>('POST', `/api/runs/${id}/draft`, { procedure });
    if (made) setDraft(made.id);
  };
  return (
    <div className="more-block record-run">
      <span className="label">
        Recorded while it runs: {vehicle.make} {vehicle.model}, {zoneName(document.zone)}
      </span>
      <p className="mb-1">
        {differences.length === 0
          ? 'Nothing differs so far from the procedure you follow. Note what does, under Differs.'
          : `Differs so far: ${differences.join('; ')}.`}
      </p>
      <Trouble text={trouble} />
      {draft ? (
        <Link className="check-line" href={`/procedures/${encodeURIComponent(draft)}/edit`}>
          Open the draft for this vehicle
        </Link>
      ) : (
        <button type="button" className="check-line" disabled={busy} onClick={() => void make()}>
          {busy ? 'Saving…' : 'Make a draft for this vehicle of it'}
        </button>
      )}
    </div>
  );
}

'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DecisionView } from '@/contracts/views';
import { Trouble, useSend } from '../../design';

/** What a lead decides about a proposal: all of it or a part goes into a revision, it becomes an option of the vehicle, stays true of one vehicle, or is rejected with the reason. */
export function Decide({
  procedure,
  revision,
  findings,
  mayAccept,
  only,
}: {
  procedure: string;
  revision: number | null;
  findings: string[];
  mayAccept: boolean;
  /** The changes that are taken where not all of them are. */
  only: number[] | null;
}) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [asking, setAsking] = useState<'why' | 'option' | null>(null);
  const [reason, setReason] = useState('');
  const [choice, setChoice] = useState({ option: '', usual: '', value: '' });
  const decide = async (decision: DecisionView['decision']) => {
    const takes = decision === 'accepted' || decision === 'option';
    const body = {
      findings,
      decision,
      ...(revision === null ? {} : { seen: revision }),
      ...(takes && only ? { only } : {}),
      ...(decision === 'option' ? { option: choice } : {}),
      ...(decision === 'rejected' ? { reason: reason.trim() } : {}),
    };
    const done = await run('POST', `/api/procedures/${encodeURIComponent(procedure)}/findings`, body);
    if (done !== null) router.refresh();
  };
  const field = (name: keyof typeof choice, label: string, placeholder: string) => (
    <input
      className="form-control form-control-sm w-auto"
      aria-label={label}
      placeholder={placeholder}
      maxLength={40}
      value={choice[name]}
      onChange={(event) => setChoice({ ...choice, [name]: event.target.value })}
    />
  );
  const small = 'btn btn-sm btn-outline-dark';
  return (
    <>
      <div className="d-flex flex-wrap gap-2 mt-1">
        {mayAccept && (
          <>
            <button
              type="button"
              className="btn btn-sm btn-primary"
              disabled={busy}
              onClick={() => void decide('accepted')}
            >
              {only ? 'Accept these' : 'Accept'}
            </button>
            <button
              type="button"
              className={small}
              aria-pressed={asking === 'option'}
              onClick={() => setAsking('option')}
            >
              As an option…
            </button>
          </>
        )}
        <button type="button" className={small} disabled={busy} onClick={() => void decide('this-vehicle')}>
          This vehicle only
        </button>
        <button type="button" className={small} aria-pressed={asking === 'why'} onClick={() => setAsking('why')}>
          Reject…
        </button>
      </div>
      {asking === 'option' && mayAccept && (
        <div className="d-flex flex-wrap gap-2 mt-1" role="group" aria-label="Option of the vehicle">
          {field('option', 'Option', 'speaker screws')}
          {field('usual', 'As recorded', 'T25')}
          {field('value', 'As found', 'T20')}
          <button
            type="button"
            className="btn btn-sm btn-primary"
            disabled={busy || !choice.option.trim() || !choice.usual.trim() || !choice.value.trim()}
            onClick={() => void decide('option')}
          >
            Make it an option
          </button>
        </div>
      )}
      {asking === 'why' && (
        <div className="d-flex flex-wrap gap-2 mt-1">
          <input
            className="form-control form-control-sm w-auto"
            aria-label="Why it is rejected"
            placeholder="why"
            maxLength={400}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <button
            type="button"
            className={small}
            disabled={busy || !reason.trim()}
            onClick={() => void decide('rejected')}
          >
            Reject
          </button>
        </div>
      )}
      <Trouble text={trouble} />
    </>
  );
}

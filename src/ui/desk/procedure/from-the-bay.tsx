'use client';
import { useRouter } from 'next/navigation';
import Link from 'next/link';
import { useState } from 'react';
import type { DecisionView, ProposalView } from '@/contracts/views';
import { Trouble, useDates, useSend } from '../../design';

const DECIDED = { accepted: 'taken in', 'this-vehicle': 'true of that vehicle only', rejected: 'rejected' } as const;

/** What the bay and the bench ask of this procedure: each change with who found it where; a lead takes it in, keeps it as one vehicle's, or rejects it with the reason. */
export function FromTheBay({
  procedure,
  proposals,
  decisions,
  names,
  mayDecide,
  onSelect,
}: {
  procedure: string;
  proposals: ProposalView[];
  decisions: DecisionView[];
  names: Record<string, string>;
  mayDecide: boolean;
  onSelect: (id: string) => void;
}) {
  const dates = useDates();
  return (
    <section aria-label="From the bay">
      {proposals.length === 0 && <p className="quiet">No open findings from the bay.</p>}
      <ul className="rows">
        {proposals.map((one) => (
          <li key={one.key} className="py-2">
            <ProposalRow {...{ procedure, proposal: one, names, mayDecide, onSelect }} />
          </li>
        ))}
      </ul>
      {decisions.length > 0 && (
        <details>
          <summary>Decided before</summary>
          <ul>
            {decisions.map(({ decision, reason, revision, by, at, count }) => (
              <li key={`${at} ${decision}`}>
                {count} {count === 1 ? 'finding' : 'findings'} {DECIDED[decision]}
                {revision && `, revision ${revision}`}
                {reason && `: ${reason}`}{' '}
                <span className="quiet">
                  {names[by] ?? by}, {dates.day(at)}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function ProposalRow({
  procedure,
  proposal: { item, standing, text, sentences, findings },
  names,
  mayDecide,
  onSelect,
}: {
  procedure: string;
  proposal: ProposalView;
  names: Record<string, string>;
  mayDecide: boolean;
  onSelect: (id: string) => void;
}) {
  const dates = useDates();
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [rejecting, setRejecting] = useState(false);
  const [reason, setReason] = useState('');
  const decide = async (decision: DecisionView['decision']) => {
    const body = {
      findings: findings.map(({ id }) => id),
      decision,
      ...(reason.trim() ? { reason: reason.trim() } : {}),
    };
    const done = await run('POST', `/api/procedures/${encodeURIComponent(procedure)}/findings`, body);
    if (done !== null) router.refresh();
  };
  const title = sentences.length ? sentences.join(' ') : text;
  return (
    <>
      <button type="button" className="finding-row" onClick={() => item && onSelect(item)}>
        {title}
      </button>
      {sentences.length > 0 && text && !title.includes(text) && <span className="d-block">“{text}”</span>}
      {standing === 'already-so' && <span className="quiet d-block">The procedure says so already.</span>}
      {standing === 'gone' && (
        <span className="quiet d-block">What it was about is not in the procedure any more.</span>
      )}
      <span className="quiet">
        {findings.length > 1 && `Found ${findings.length} times: `}
        {findings.slice(0, 6).map(({ id, person, job, at }, n) => (
          <span key={id}>
            {n > 0 && '; '}
            {names[person] ?? person}, {dates.day(at)}, <Link href={`/jobs/${job}`}>job {job}</Link>
          </span>
        ))}
        {findings.length > 6 && ` and ${findings.length - 6} more`}
      </span>
      {mayDecide && (
        <div className="d-flex flex-wrap gap-2 mt-1">
          {standing === 'open' && sentences.length > 0 && (
            <button
              type="button"
              className="btn btn-sm btn-primary"
              disabled={busy}
              onClick={() => void decide('accepted')}
            >
              Accept
            </button>
          )}
          <button
            type="button"
            className="btn btn-sm btn-outline-dark"
            disabled={busy}
            onClick={() => void decide('this-vehicle')}
          >
            This vehicle only
          </button>
          {rejecting ? (
            <>
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
                className="btn btn-sm btn-outline-dark"
                disabled={busy || !reason.trim()}
                onClick={() => void decide('rejected')}
              >
                Reject
              </button>
            </>
          ) : (
            <button type="button" className="btn btn-sm btn-outline-dark" onClick={() => setRejecting(true)}>
              Reject…
            </button>
          )}
        </div>
      )}
      <Trouble text={trouble} />
    </>
  );
}

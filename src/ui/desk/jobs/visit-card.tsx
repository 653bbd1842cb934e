'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FlagView, JobStanding, VisitView } from '@/contracts/views';
import { foldVisit, WAIT_WORDS, type VisitEvent, type WaitFor } from '@/core/bay';
import { useSend } from '../../design';
import { SavedWords, useLog } from '../../bay/log';

/** Check-in, what the job waits for, giving back, report. */
export function VisitCard({ standing, start, me }: { standing: JobStanding; start: VisitView; me: string }) {
  const { job } = standing;
  const log = useLog<VisitEvent>(job.visit, start.events, start.position, me);
  const state = foldVisit(log.events);
  const [what, setWhat] = useState('');
  const [kind, setKind] = useState<WaitFor>('part');
  const add = () => {
    log.record({ type: 'waits', for: kind, what: what.trim() });
    setWhat('');
  };
  return (
    <section className="sheet">
      <h2>The vehicle</h2>
      <p className="d-flex gap-2 flex-wrap align-items-center">
        <Link
          className={`btn ${state.signatures.arrival ? 'btn-outline-dark' : 'btn-primary'}`}
          href={`/jobs/${job.number}/check-in`}
        >
          {state.signatures.arrival ? 'Check-in, signed' : standing.visit.checked ? 'Continue check-in' : 'Check in'}
        </Link>
        <Link className="btn btn-outline-dark" href={`/jobs/${job.number}/check-in?walk=departure`}>
          {state.closed ? 'Given back' : 'Give it back'}
        </Link>
        <a className="btn btn-outline-dark" href={`/api/jobs/${job.number}/report.pdf`}>
          Report as PDF
        </a>
        <a className="btn btn-outline-dark" href={`/api/jobs/${job.number}/report.json`}>
          As a file (JSON)
        </a>
        <SavedWords sending={log.sending} />
      </p>
      {state.waits.map((wait) => (
        <p key={wait.id} className="waits-for d-flex gap-2 align-items-center mb-2">
          <span>
            Waiting for {WAIT_WORDS[wait.for]}: {wait.what}{' '}
            <span className="quiet">({start.names[wait.person] ?? wait.person})</span>
          </span>
          <button
            type="button"
            className="btn btn-sm btn-outline-dark"
            onClick={() => log.record({ type: 'waitOver', wait: wait.id })}
          >
            Arrived
          </button>
        </p>
      ))}
      {!state.closed && (
        <div className="wait-form">
          <label className="label" htmlFor="wait-what">
            Waiting for
          </label>
          <select
            className="form-select"
            aria-label="What is awaited"
            value={kind}
            onChange={(event) => setKind(event.target.value as WaitFor)}
          >
            {Object.entries(WAIT_WORDS).map(([code, words]) => (
              <option key={code} value={code}>
                {words}
              </option>
            ))}
          </select>
          <input
            id="wait-what"
            className="form-control"
            placeholder="adapter ring for the rear door"
            maxLength={500}
            value={what}
            onChange={(event) => setWhat(event.target.value)}
          />
          <button type="button" className="btn btn-outline-dark" disabled={!what.trim()} onClick={add}>
            Note it
          </button>
        </div>
      )}
    </section>
  );
}

/** What a lead must look at: kept, but doubtful. */
export function FlagCard({ flags, mayLook }: { flags: FlagView[]; mayLook: boolean }) {
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  if (flags.length === 0) return null;
  const look = async (flag: string) => {
    if (await run('POST', '/api/flags', { flag })) router.refresh();
  };
  return (
    <section className="sheet flag-card" aria-label="For a lead to look at">
      <h2>For a lead to look at</h2>
      {flags.map((flag) => (
        <div key={flag.id} className="flag-row">
          <span>
            {flag.detail}
            {flag.body && (
              <details>
                <summary>As it was sent</summary>
                <pre>{flag.body}</pre>
              </details>
            )}
          </span>
          {mayLook && (
            <button type="button" className="btn btn-sm btn-outline-dark" disabled={busy} onClick={() => look(flag.id)}>
              Looked at
            </button>
          )}
        </div>
      ))}
      {trouble && (
        <p className="trouble" role="alert">
          {trouble}
        </p>
      )}
    </section>
  );
}

'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ProcedureView } from '@/contracts/views';
import { Trouble, useSend } from '../../design';

/** A lead takes a procedure out of use, naming what replaces it, or puts it back. */
export function Retire({ view: { row, current, retired } }: { view: ProcedureView }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [why, setWhy] = useState('');
  const [replacedBy, setReplacedBy] = useState('');
  const url = `/api/procedures/${encodeURIComponent(row.id)}/retired`;
  const send = async (method: 'POST' | 'DELETE') => {
    const body = {
      ...(why.trim() ? { why: why.trim() } : {}),
      // Its page's address does as well as its id.
      ...(replacedBy.trim()
        ? { replacedBy: decodeURIComponent(replacedBy.trim().replace(/^.*\/procedures\//, '')) }
        : {}),
    };
    if ((await run(method, url, method === 'POST' ? body : undefined)) !== null) router.refresh();
  };
  if (!current) return null;
  if (retired)
    return (
      <div className="mt-3">
        <button
          type="button"
          className="btn btn-sm btn-outline-dark"
          disabled={busy}
          onClick={() => void send('DELETE')}
        >
          Put in use again
        </button>
        <Trouble text={trouble} />
      </div>
    );
  return (
    <details className="mt-3">
      <summary>Retire…</summary>
      <p className="quiet mb-1">It stays readable, runs under way go on; new plans are sent to what replaces it.</p>
      <input
        className="form-control mb-1"
        aria-label="Why it is retired"
        placeholder="why"
        maxLength={400}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <input
        className="form-control mb-1"
        aria-label="What replaces it"
        placeholder="what replaces it: paste its page’s address"
        value={replacedBy}
        onChange={(event) => setReplacedBy(event.target.value)}
      />
      <button type="button" className="btn btn-sm btn-outline-dark" disabled={busy} onClick={() => void send('POST')}>
        Retire
      </button>
      <Trouble text={trouble} />
    </details>
  );
}

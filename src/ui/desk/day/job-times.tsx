'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DayJobView } from '@/contracts/views';
import { Trouble, useDates, useSend } from '../../design';

/** What it is promised for, and when its part comes. */
export function JobTimes({ job }: { job: DayJobView }) {
  const dates = useDates();
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [dueAt, setDueAt] = useState(job.dueFrom === 'desk' ? dates.local(job.dueAt!) : '');
  const [partsAt, setPartsAt] = useState(job.partsAt ? dates.local(job.partsAt) : '');
  const [parts, setParts] = useState(job.parts);
  const save = async () => {
    const body = { dueAt: dueAt || null, partsAt: partsAt || null, parts };
    if ((await run('PUT', `/api/jobs/${job.number}/times`, body)) !== null) router.refresh();
  };
  return (
    <details className="mt-3" open={job.partsAt !== null || job.dueFrom === 'desk'}>
      <summary>
        {job.dueAt
          ? `Promised for ${dates.moment(job.dueAt)}${job.dueFrom === 'quote' ? ', by its quote' : ''}`
          : 'Promised for no time yet'}
      </summary>
      <div className="field-grid mt-2">
        <label className="field-wide">
          Promised for{job.dueFrom === 'quote' && ', instead of the quote’s'}
          <input
            type="datetime-local"
            className="form-control"
            value={dueAt}
            onChange={(event) => setDueAt(event.target.value)}
          />
        </label>
        <label>
          Waiting for part
          <input className="form-control" value={parts} onChange={(event) => setParts(event.target.value)} />
        </label>
        <label>
          Arrives
          <input
            type="datetime-local"
            className="form-control"
            value={partsAt}
            onChange={(event) => setPartsAt(event.target.value)}
          />
        </label>
      </div>
      <Trouble text={trouble} />
      <button type="button" className="btn btn-outline-dark mt-2" disabled={busy} onClick={() => void save()}>
        Save times
      </button>
    </details>
  );
}

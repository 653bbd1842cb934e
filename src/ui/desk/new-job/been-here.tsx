'use client';
import { useEffect, useState } from 'react';
import type { JobView } from '@/contracts/views';
import { send, troubleWords } from '../../../device/http';
import { Trouble, useDates } from '../../design';

const PAUSE_MS = 200;

/** Finds a former visit by plate, name or phone, so that customer and vehicle are entered once; or because it comes back. */
export function BeenHere({ onUse }: { onUse: (job: JobView, comesBack: boolean) => void }) {
  const dates = useDates();
  const [text, setText] = useState('');
  const [found, setFound] = useState<JobView[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    if (!text.trim()) return;
    const timer = setTimeout(() => {
      send<JobView[]>('GET', `/api/jobs/known?q=${encodeURIComponent(text)}`)
        .then((jobs) => {
          setFound(jobs);
          setTrouble(null);
        })
        .catch((error: unknown) => setTrouble(troubleWords(error)));
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  const use = (job: JobView, comesBack: boolean) => {
    onUse(job, comesBack);
    setText('');
  };
  return (
    <div className="mb-3">
      <label className="w-100">
        <span className="label">Been here before?</span>
        <input
          className="form-control"
          type="search"
          placeholder="plate, name or phone"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <Trouble text={trouble} />
      {text.trim() && (
        <ul className="rows" aria-label="Former visits">
          {found.length === 0 && <li className="quiet py-2">Nobody like that.</li>}
          {found.map((job) => (
            <li key={job.number} className="py-2 d-flex flex-wrap gap-2 align-items-center">
              <span className="me-auto">
                <strong>{[job.customer, job.vehicle.label].filter(Boolean).join(', ') || `Job ${job.number}`}</strong>{' '}
                <span className="quiet">
                  {job.vehicle.make} {job.vehicle.model} {job.vehicle.year} · job {job.number}: {job.title},{' '}
                  {dates.day(job.createdAt)}
                </span>
              </span>
              <button type="button" className="btn btn-sm btn-outline-dark" onClick={() => use(job, false)}>
                New work
              </button>
              <button type="button" className="btn btn-sm btn-outline-dark" onClick={() => use(job, true)}>
                Comes back
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

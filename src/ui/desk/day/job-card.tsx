'use client';
import Link from 'next/link';
import { useState } from 'react';
import type { DayJobView, DayView } from '@/contracts/views';
import { spanWords, workWords } from '@/core/shop';
import { useDates } from '../../design';
import { JobTimes } from './job-times';
import type { Move } from './use-moves';

/** One job of the day: who, where, when; what it is promised for and what it waits for. Everything that dragging does is done here by typing. */
export function JobCard({
  job,
  day: { people, bays, conflicts },
  busy,
  mayMove,
  onMove,
  onTakeOff,
}: {
  job: DayJobView;
  day: DayView;
  busy: boolean;
  mayMove: boolean;
  onMove: (job: DayJobView, to: Move) => void;
  onTakeOff: (job: DayJobView) => void;
}) {
  const dates = useDates();
  const place = job.place;
  const [to, setTo] = useState({
    person: place?.person ?? '',
    bay: place?.bay ?? '',
    startsAt: dates.local(place?.startsAt ?? new Date()),
  });
  const own = conflicts.filter(({ jobs }) => jobs.includes(job.number));
  return (
    <section className="sheet" aria-label={`Job ${job.number}`}>
      <h2>
        <Link href={`/jobs/${job.number}`}>{job.number}</Link> {job.title}
      </h2>
      <p className="quiet mb-2">
        {[
          job.vehicle,
          job.customer,
          job.isGuess
            ? 'nothing planned yet: an hour is taken'
            : `${workWords(job.likelySeconds, job.waitSeconds)}, safe ${spanWords(job.safeSeconds)}, with arrival and giving back`,
          job.hasSrs && 'airbag plugs come off',
          job.takesTwo && 'takes two people for a while',
          job.tools.length > 0 && `needs the shop’s ${job.tools.join(', ').toLowerCase()}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {own.map((one) => (
        <p key={one.words} className="caution mild mb-2">
          {one.words}
        </p>
      ))}
      {job.isBegun && <p className="mb-2">In hand now: it moves when its run does.</p>}
      {mayMove && !job.isBegun && (
        <div className="field-grid">
          <label>
            Who
            <select
              className="form-select"
              value={to.person}
              onChange={(event) => setTo({ ...to, person: event.target.value })}
            >
              <option value="">Nobody yet</option>
              {people
                .filter(({ id, isHere }) => isHere || id === place?.person)
                .map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
            </select>
          </label>
          <label>
            Bay
            <select
              className="form-select"
              value={to.bay}
              onChange={(event) => setTo({ ...to, bay: event.target.value })}
            >
              <option value="">No bay yet</option>
              {[...new Set([...bays, ...(place?.bay ? [place.bay] : [])])].map((bay) => (
                <option key={bay}>{bay}</option>
              ))}
            </select>
          </label>
          <label>
            Starts
            <input
              type="datetime-local"
              step={900}
              className="form-control"
              value={to.startsAt}
              onChange={(event) => setTo({ ...to, startsAt: event.target.value })}
            />
          </label>
          <div className="d-flex gap-2 flex-wrap field-wide">
            <button
              type="button"
              className="btn btn-primary"
              disabled={busy || !to.startsAt}
              onClick={() => onMove(job, { person: to.person || null, bay: to.bay || null, startsAt: to.startsAt })}
            >
              {place ? 'Move there' : 'Place it'}
            </button>
            {place && place.version > 0 && (
              <button type="button" className="btn btn-outline-dark" disabled={busy} onClick={() => onTakeOff(job)}>
                Take off the day
              </button>
            )}
          </div>
        </div>
      )}
      {mayMove && <JobTimes key={`${job.dueAt} ${job.partsAt}`} job={job} />}
    </section>
  );
}

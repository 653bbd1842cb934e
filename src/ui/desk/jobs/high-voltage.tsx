'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { JobStanding } from '@/contracts/views';
import { Trouble, useSend } from '../../design';

/** A high-voltage vehicle: stop, until a lead has named who is trained for it. */
export function HighVoltage({
  job,
  names,
  mayName,
}: {
  job: JobStanding['job'];
  names: Record<string, string>;
  mayName: boolean;
}) {
  const [person, setPerson] = useState('');
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  if (!job.vehicle.highVoltage) return null;
  const name = async () => {
    await run('POST', `/api/jobs/${job.number}/trained-person`, { person });
    router.refresh();
  };
  return (
    <section className="caution" aria-label="High voltage">
      <strong>High voltage: orange cables. </strong>
      {job.trainedPerson
        ? `${names[job.trainedPerson] ?? job.trainedPerson} is trained for it and makes it safe. The vehicle maker’s manual and local rules come first.`
        : 'Stop. Nothing is planned before a lead has named the trained person.'}
      {mayName && (
        <span className="d-flex gap-2 mt-2">
          <select
            className="form-select w-auto"
            aria-label="Trained person"
            value={person}
            onChange={(event) => setPerson(event.target.value)}
          >
            <option value="">choose…</option>
            {Object.entries(names).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
          <button type="button" className="btn btn-outline-dark" disabled={busy || !person} onClick={name}>
            {job.trainedPerson ? 'Name another' : 'Name the trained person'}
          </button>
        </span>
      )}
      <Trouble text={trouble} />
    </section>
  );
}

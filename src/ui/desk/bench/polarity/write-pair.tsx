'use client';
import { useState } from 'react';
import type { MountView } from '@/contracts/views';
import { POLARITY_TESTS, type PolarityEvidence } from '@/core/bench';
import { Trouble, useSend } from '../../../design';
import { useBenchJob } from '../bench-job';

/** Writes what was found into the procedure's draft, with how it was found. */
export function WritePair({
  place,
  plus,
  minus,
  evidence,
}: {
  place: MountView;
  plus: string;
  minus: string;
  evidence: PolarityEvidence[];
}) {
  const { job } = useBenchJob();
  const { busy, trouble, run } = useSend();
  const [written, setWritten] = useState<string | null>(null);
  const words = `${plus} ${minus} ${place.procedure}`;
  if (!plus || !minus) return <p className="quiet">Name both wires to write it into the procedure.</p>;
  const write = async () => {
    const verified = evidence.flatMap(({ method, seen }) => {
      const test = POLARITY_TESTS.find(({ code }) => code === method)!;
      const told = test.seen.find(({ code }) => code === seen)!;
      return told.plus ? [{ how: method, result: told.words.toLowerCase() }] : [];
    });
    const body = {
      procedure: place.procedure,
      of: place.mount.of,
      plus,
      minus,
      verified,
      job: job ? Number(job) : null,
    };
    if ((await run('POST', '/api/bench/pairs', body)) !== null) setWritten(words);
  };
  return (
    <div className="mt-2">
      <button type="button" className="btn btn-outline-dark" disabled={busy} onClick={() => void write()}>
        Write it into the procedure’s draft
      </button>
      {written === words && (
        <p className="good mb-0" role="status">
          In the draft of {place.title}: a lead publishes it.
        </p>
      )}
      <Trouble text={trouble} />
    </div>
  );
}

'use client';
import Link from 'next/link';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { v4 as uuid } from 'uuid';
import type { Said } from '@/core/bench';
import { Trouble, useSend } from '../../design';
import { placeWords } from './from-door';
import { useBenchJob } from './bench-job';

/** Keeps an answer on an open job; one that does not work for sure asks why it is done all the same. */
export function KeepOnJob({
  isFact = false,
  places,
  tool,
  given,
  said,
}: {
  /** It says something of the vehicle, which its procedure may be told: a finding for the lead. */
  isFact?: boolean;
  /** What it can only be about, "procedure/item", where it is not about a speaker's place. */
  places?: readonly { key: string; words: string }[];
  tool: string;
  given: Record<string, string>;
  said: Said;
}) {
  const { jobs, job, setJob, mounts } = useBenchJob();
  const [about, setAbout] = useState('');
  const [why, setWhy] = useState('');
  const [kept, setKept] = useState<{ job: string; words: string } | null>(null);
  const { busy, trouble, run } = useSend();
  const told = !isFact
    ? []
    : (places ?? mounts.map((one) => ({ key: `${one.procedure}/${one.mount.of}`, words: placeWords(one) })));
  // One answer is kept once, however often the button is tapped on a slow network.
  const id = useRef({ of: '', id: '' });
  const needsWhy = said.standing !== 'sure';
  const keep = async () => {
    const of = JSON.stringify([job, tool, given, about]);
    if (id.current.of !== of) id.current = { of, id: uuid() };
    const result = { id: id.current.id, tool, given, said: said.words, standing: said.standing };
    const done = await run('POST', `/api/jobs/${job}/bench-results`, {
      ...result,
      ...(needsWhy ? { why } : {}),
      ...(about ? { about } : {}),
    });
    if (done !== null) setKept({ job, words: said.words });
  };
  if (jobs.length === 0) return null;
  return (
    <div className="bench-keep">
      <select
        className="form-select w-auto"
        aria-label="Job to keep it on"
        value={job}
        onChange={(event) => setJob(event.target.value)}
      >
        <option value="">which job…</option>
        {jobs.map(({ number, title }) => (
          <option key={number} value={number}>
            {number}: {title}
          </option>
        ))}
      </select>
      {told.length > 0 && (
        <select
          className="form-select w-auto"
          aria-label="Tell a procedure too"
          value={about}
          onChange={(event) => setAbout(event.target.value)}
        >
          <option value="">for this vehicle only</option>
          {told.map(({ key, words }) => (
            <option key={key} value={key}>
              tell {words}
            </option>
          ))}
        </select>
      )}
      {needsWhy && (
        <input
          className="form-control w-auto"
          aria-label="Why all the same"
          placeholder="why all the same"
          maxLength={400}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      )}
      <Button disabled={busy || !job || (needsWhy && why.trim().length < 3)} onClick={() => void keep()}>
        Keep on the job
      </Button>
      {kept?.words === said.words && kept.job === job && (
        <p className="good mb-0" role="status">
          Kept on <Link href={`/jobs/${kept.job}`}>job {kept.job}</Link>
        </p>
      )}
      <Trouble text={trouble} />
    </div>
  );
}

import Link from 'next/link';
import type { JobStanding, RunStanding } from '@/contracts';
import { PageHead } from '../kit/page-head';

const STAGES: Record<RunStanding['stage'], [words: string, look: string]> = {
  'not-started': ['Not started', ''], 'taking-apart': ['Taking apart', 'now'], 'fitting': ['Fitting the new parts', 'now'],
  'putting-back': ['Putting back', 'now'], 'paused': ['Paused', 'halted'], 'finished': ['Finished, all accounted for', 'done'],
};

/** Where a run stands in plain words, with its share of steps. */
export function StageWords({ run }: { run: RunStanding }) {
  const [words, look] = STAGES[run.stage];
  const counted = run.stage === 'taking-apart' || run.stage === 'putting-back' ? `, ${run.done} of ${run.of}` : '';
  return <>{run.unverified && <span className="not-verified d-inline me-2">not verified</span>}<span className={`stage ${look}`}>{words}{counted}</span></>;
}

/** Today's jobs: what, whose, who has it, where it stands. */
export function JobBoard({ board, names, mayOpen }: { board: JobStanding[]; names: Record<string, string>; mayOpen: boolean }) {
  return (
    <>
      <PageHead title="Jobs" under="Newest first">{mayOpen && <Link className="btn btn-primary" href="/jobs/new">Open a job</Link>}</PageHead>
      {board.length === 0 && <p className="empty">No jobs yet. Open one for the vehicle in the bay, then plan what comes off.</p>}
      <ul className="rows">
        {board.map(({ job, runs }) => (
          <li key={job.number}>
            <Link className="row-link" href={`/jobs/${job.number}`}>
              <span className="label">{job.number}</span>
              <span className="main">
                <span className="title">{job.title}</span>
                <span className="quiet">{[`${job.vehicle.make} ${job.vehicle.model}`, job.vehicle.year, job.vehicle.label, job.customer].filter(Boolean).join(' · ')}</span>
              </span>
              <span className="text-end">
                {runs.length === 0 && <span className="stage">Nothing planned</span>}
                {runs.map((run) => <span key={run.id} className="d-block"><StageWords run={run} />{run.holder && run.stage !== 'finished' && <span className="quiet"> · {names[run.holder] ?? run.holder}</span>}</span>)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

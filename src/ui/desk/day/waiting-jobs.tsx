'use client';
import { useDraggable } from '@dnd-kit/core';
import type { DayJobView } from '@/contracts/views';
import { spanWords } from '@/core/shop';
import { useDates } from '../../design';

/** Jobs that stand nowhere on the day yet, to be dragged there. */
export function WaitingJobs({
  jobs,
  chosen,
  onChoose,
  mayMove,
}: {
  jobs: DayJobView[];
  chosen: number | null;
  onChoose: (job: number) => void;
  mayMove: boolean;
}) {
  return (
    <section className="sheet" aria-label="Not placed yet">
      <h2>
        Not placed yet <span className="quiet">{jobs.length}</span>
      </h2>
      {jobs.length === 0 && <p className="quiet mb-0">Every vehicle that is here has its place.</p>}
      <ul className="day-waiting">
        {jobs.map((job) => (
          <WaitingJob
            key={job.number}
            job={job}
            isChosen={chosen === job.number}
            onChoose={onChoose}
            mayMove={mayMove}
          />
        ))}
      </ul>
    </section>
  );
}

function WaitingJob({
  job,
  isChosen,
  onChoose,
  mayMove,
}: {
  job: DayJobView;
  isChosen: boolean;
  onChoose: (job: number) => void;
  mayMove: boolean;
}) {
  const dates = useDates();
  const { setNodeRef, listeners, isDragging } = useDraggable({
    id: `job-${job.number}`,
    data: { job: job.number },
    disabled: !mayMove,
  });
  return (
    <li style={{ opacity: isDragging ? 0.4 : undefined }}>
      <button
        ref={setNodeRef}
        {...(mayMove ? listeners : {})}
        type="button"
        className={isChosen ? 'day-block chosen' : 'day-block'}
        aria-pressed={isChosen}
        onClick={() => onChoose(job.number)}
      >
        <span className="day-title">
          {job.number} {job.title}
        </span>
        <span className="day-under">
          {[
            job.isGuess ? 'nothing planned: 1 h taken' : spanWords(job.likelySeconds),
            job.dueAt && `for ${dates.moment(job.dueAt)}`,
            job.waits[0] && `waiting for ${job.waits[0]}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </button>
    </li>
  );
}

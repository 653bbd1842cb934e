'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { DayView } from '@/contracts/views';
import { useStream } from '../../bay/log';
import { PageHead, Trouble, useDates } from '../../design';
import { JobCard } from './job-card';
import type { LaneBy } from './lanes';
import { countPromises, promisesWords } from './promises';
import { Suggestion } from './suggestion';
import { TimeLine } from './time-line';
import { useMoves } from './use-moves';
import { WaitingJobs } from './waiting-jobs';

const Load = dynamic(() => import('./load').then((module) => module.Load), {
  loading: () => <p className="quiet">Drawing…</p>,
});
const PromiseBar = dynamic(() => import('./promise-bar').then((module) => module.PromiseBar), {
  loading: () => <p className="quiet">Drawing…</p>,
});
/** The line of now moves on without a reload. */
const AGAIN_MS = 60_000;

/** Who does what today, in which bay, and what stands against it. */
export function DayPage({ day, mayMove }: { day: DayView; mayMove: boolean }) {
  const router = useRouter();
  const dates = useDates();
  const [by, setBy] = useState<LaneBy>('person');
  const [chosen, choose] = useState<number | null>(null);
  const { busy, trouble, said, move, takeOff } = useMoves(day.now);
  useStream('board', router.refresh);
  useEffect(() => {
    const timer = setInterval(router.refresh, AGAIN_MS);
    return () => clearInterval(timer);
  }, [router]);
  const job = day.jobs.find(({ number }) => number === chosen);
  const promises = countPromises(day);
  const shown = { day, by, chosen, onChoose: choose, onMove: move, mayMove };
  return (
    <div className="fill-page">
      <PageHead title={dates.weekday(`${day.date}T12:00:00Z`)} under={underOf(day)}>
        <div className="btn-group" role="group" aria-label="Which day">
          <Link
            className="btn btn-outline-dark"
            href={`/day?date=${shifted(day.date, -1)}`}
            aria-label="The day before"
          >
            ‹
          </Link>
          <Link className="btn btn-outline-dark" href="/day" aria-current={day.date === day.today ? 'date' : undefined}>
            Today
          </Link>
          <Link className="btn btn-outline-dark" href={`/day?date=${shifted(day.date, 1)}`} aria-label="The day after">
            ›
          </Link>
        </div>
        <div className="btn-group" role="group" aria-label="Lines">
          {(['person', 'bay'] as const).map((one) => (
            <button
              key={one}
              type="button"
              className={by === one ? 'btn btn-dark' : 'btn btn-outline-dark'}
              aria-pressed={by === one}
              onClick={() => setBy(one)}
            >
              {one === 'person' ? 'People' : 'Bays'}
            </button>
          ))}
        </div>
        <Suggestion day={day} mayMove={mayMove} />
      </PageHead>
      <Trouble text={trouble} />
      <p className="visually-hidden" role="status">
        {said}
      </p>
      <TimeLine {...shown}>
        <div className="day-below fill-scroll" tabIndex={0} role="region" aria-label="Conflicts and jobs">
          <div>
            <Conflicts day={day} onChoose={choose} />
            <WaitingJobs
              jobs={day.jobs.filter(({ place }) => !place)}
              chosen={chosen}
              onChoose={choose}
              mayMove={mayMove}
            />
          </div>
          {job ? (
            <JobCard
              key={`${job.number} ${job.place?.version} ${job.place?.startsAt}`}
              job={job}
              day={day}
              busy={busy}
              mayMove={mayMove}
              onMove={move}
              onTakeOff={takeOff}
            />
          ) : (
            <section className="sheet" aria-label="Load and promises">
              <h2>Load and promises</h2>
              <p className="mb-1">{promisesWords(promises)}</p>
              {promises.promised > 0 && <PromiseBar promises={promises} />}
              <Load day={day} />
              <LoadTable day={day} />
            </section>
          )}
        </div>
      </TimeLine>
    </div>
  );
}

const shifted = (date: string, days: number) =>
  new Date(Date.parse(`${date}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

const underOf = ({ jobs, conflicts }: DayView) =>
  [
    `${jobs.length} ${jobs.length === 1 ? 'vehicle' : 'vehicles'} here`,
    conflicts.length === 0
      ? 'no conflicts'
      : `${conflicts.length} ${conflicts.length === 1 ? 'conflict' : 'conflicts'}`,
  ].join(', ');

function Conflicts({ day: { conflicts, jobs }, onChoose }: { day: DayView; onChoose: (job: number) => void }) {
  if (conflicts.length === 0) return null;
  const title = (number: number) => jobs.find((job) => job.number === number)?.title ?? '';
  return (
    <section className="sheet" aria-label="Needs attention">
      <h2>Needs attention</h2>
      <ul className="rows">
        {conflicts.map((one) => (
          <li key={`${one.code} ${one.jobs.join()}`} className="py-2">
            <span className="waits-for d-block">{one.words}</span>
            {one.jobs.map((number) => (
              <button key={number} type="button" className="btn btn-link p-0 me-3" onClick={() => onChoose(number)}>
                {number} {title(number)}
              </button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

const LoadTable = ({ day: { load, people } }: { day: DayView }) => (
  <details>
    <summary>As a table</summary>
    <table className="table mb-0">
      <thead>
        <tr>
          <th>Day</th>
          <th>Who</th>
          <th>Hours</th>
        </tr>
      </thead>
      <tbody>
        {load.map(({ date, person, hours }) => (
          <tr key={`${date} ${person}`}>
            <td>{date}</td>
            <td>{people.find(({ id }) => id === person)?.name ?? person}</td>
            <td>{hours.toFixed(1)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </details>
);

'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';
import { keepPages } from '../../../device/keep-pages';
import type { JobStanding, RunStanding } from '@/contracts/views';
import { PageHead } from '../../design';
import { useStream } from '../../bay/log';
import { StageWords, TimeLeft } from './stage-words';
import { nextWords, waitsOf } from './standing';

/** The board looks again at most this often, milliseconds. */
const BOARD_REST_MS = 800;

type Place = 'waiting' | 'bay' | 'next' | 'back' | 'earlier';
const PLACES: [Place, string][] = [
  ['bay', 'In the bay'],
  ['waiting', 'Waiting for something'],
  ['next', 'To start'],
  ['back', 'Given back today'],
  ['earlier', 'Given back earlier'],
];
const DAY_MS = 86_400_000;

function placeOf(standing: JobStanding): Place {
  const { closed, closedAt } = standing.visit;
  if (closed && standing.visit.waits.length) return 'waiting';
  if (closed) return closedAt !== null && Date.now() - Date.parse(closedAt) < DAY_MS ? 'back' : 'earlier';
  const begun = standing.runs.some((run) => run.stage !== 'not-started');
  const atWork = standing.runs.some((run) =>
    ['taking-apart', 'fitting', 'putting-back', 'to-close'].includes(run.stage),
  );
  if (standing.visit.waits.length || (!atWork && waitsOf(standing).length)) return 'waiting';
  return begun ? 'bay' : 'next';
}

/** Today's jobs: where each stands in plain words, who has it, how long still, what waits for what. Kept up to date by itself. */
export function JobBoard({
  board,
  names,
  late,
  me,
  mayOpen,
}: {
  board: JobStanding[];
  names: Record<string, string>;
  /** What will be late, or may be, by job. */
  late: Record<number, string>;
  /** Who looks. */
  me: string;
  mayOpen: boolean;
}) {
  const router = useRouter();
  useStream('board', useRefreshSoon(router.refresh));
  const pages = pagesToKeep(board, me).join(' ');
  useEffect(() => {
    if (pages) void keepPages(pages.split(' '));
  }, [pages]);
  return (
    <>
      <PageHead title="Jobs" under="Where each vehicle stands now">
        {mayOpen && (
          <Link className="btn btn-primary" href="/jobs/new">
            Open a job
          </Link>
        )}
      </PageHead>
      {board.length === 0 && (
        <p className="empty">No jobs yet. Open one for the vehicle in the bay, then plan what comes off.</p>
      )}
      {PLACES.map(([place, title]) => {
        const jobs = board.filter((standing) => placeOf(standing) === place);
        return (
          jobs.length > 0 && (
            <section key={place} className="board-place" aria-label={title}>
              <h2>
                {title} <span className="quiet">{jobs.length}</span>
              </h2>
              <Rows jobs={jobs} names={names} late={late} folded={place === 'earlier'} />
            </section>
          )
        );
      })}
    </>
  );
}

/** Many taps in one bay make one new look at the board; the word that the stream is open makes none. */
function useRefreshSoon(refresh: () => void): () => void {
  const waiting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const opened = useRef(false);
  useEffect(
    () => () => {
      if (waiting.current) clearTimeout(waiting.current);
    },
    [],
  );
  return useCallback(() => {
    if (!opened.current) {
      opened.current = true;
      return;
    }
    waiting.current ??= setTimeout(() => {
      waiting.current = null;
      refresh();
    }, BOARD_REST_MS);
  }, [refresh]);
}

/** The rows of one place; what is long over is folded away. */
function Rows({
  jobs,
  names,
  late,
  folded,
}: {
  jobs: JobStanding[];
  names: Record<string, string>;
  late: Record<number, string>;
  folded: boolean;
}) {
  const rows = (
    <ul className="rows">
      {jobs.map((standing) => (
        <BoardRow key={standing.job.number} standing={standing} names={names} late={late[standing.job.number]} />
      ))}
    </ul>
  );
  return folded ? (
    <details>
      <summary>Show them</summary>
      {rows}
    </details>
  ) : (
    rows
  );
}

function BoardRow({
  standing,
  names,
  late,
}: {
  standing: JobStanding;
  names: Record<string, string>;
  late: string | undefined;
}) {
  const { job, runs } = standing;
  const waits = waitsOf(standing);
  const next = nextWords(standing);
  return (
    <li>
      <Link className="row-link board-row" href={`/jobs/${job.number}`}>
        <span className="label">{job.number}</span>
        <span className="main">
          <span className="title">{job.title}</span>
          <span className="quiet">
            {[`${job.vehicle.make} ${job.vehicle.model}`, job.vehicle.year, job.vehicle.label, job.customer]
              .filter(Boolean)
              .join(' · ')}
          </span>
          {next && <span className="next-do">{next}</span>}
          {late && <span className="late-soon">{late}</span>}
          {waits.length > 0 && <span className="waits-for">Waiting for {waits.join('; ')}</span>}
        </span>
        <span className="runs-now">
          {runs.length === 0 && <span className="stage">Nothing planned</span>}
          {runs.map((run) => (
            <RunLine key={run.id} run={run} names={names} />
          ))}
        </span>
      </Link>
    </li>
  );
}

const RunLine = ({ run, names }: { run: RunStanding; names: Record<string, string> }) => (
  <span className="run-line">
    <StageWords run={run} />
    <span className="quiet">{run.holder && run.stage !== 'finished' ? (names[run.holder] ?? run.holder) : ''}</span>
    <TimeLeft run={run} />
  </span>
);

/** Pages fetched ahead at most: a tablet needs what its person does next, not the whole shop. */
const MOST_PAGES = 12;

/** The pages that this person will probably need next, so that a tablet that loses the network has them: first of what they hold, then of what is under way, then of what comes. */
export function pagesToKeep(board: JobStanding[], me: string): string[] {
  const rank = ({ runs }: JobStanding) =>
    runs.some(({ holder }) => holder === me) ? 0 : runs.some(({ stage }) => stage !== 'not-started') ? 1 : 2;
  return board
    .filter(({ visit }) => !visit.closed)
    .sort((a, b) => rank(a) - rank(b))
    .flatMap(({ job, runs }) => [
      ...runs.filter((run) => run.stage !== 'finished').map((run) => `/runs/${run.id}`),
      `/jobs/${job.number}/check-in`,
    ])
    .slice(0, MOST_PAGES);
}

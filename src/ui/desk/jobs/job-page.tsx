import Link from 'next/link';
import type { ReactNode } from 'react';
import type {
  BenchResultView,
  FlagView,
  FormerJobView,
  JobStanding,
  QuotesView,
  RelativeView,
  RunStanding,
  StoreKitView,
  VisitView,
} from '@/contracts/views';
import { oppositeSide, sideWords, zoneName } from '@/core/trade';
import { PageHead } from '../../design';
import { Agreed } from './agreed';
import { BenchResults } from './bench-results';
import { CameBack } from './came-back';
import { CustomerCard } from './customer-card';
import { HighVoltage } from './high-voltage';
import { JobKits } from './job-kits';
import { JobSchools } from './job-schools';
import { JobSets } from './job-sets';
import { RecordFrom } from './record-from';
import { StageWords, TimeLeft } from './stage-words';
import { nextWords, waitsOf } from './standing';
import { FlagCard, VisitCard } from './visit-card';

/** Relatives shown besides the exact procedures. */
const MOST_RELATIVES = 8;

/** One job: the vehicle, its runs, and the procedures that can be planned for it. */
export function JobPage({
  standing,
  procedures,
  mayRecord,
  visit,
  flags,
  bench,
  quotes,
  kits,
  former,
  me,
  mayLook,
}: {
  standing: JobStanding;
  procedures: RelativeView[];
  mayRecord: boolean;
  visit: VisitView;
  flags: FlagView[];
  bench: BenchResultView[];
  quotes: QuotesView;
  /** Kits that are for this vehicle. */
  kits: StoreKitView[];
  /** The job it comes back from. */
  former: FormerJobView | null;
  me: string;
  mayLook: boolean;
}) {
  const { job, runs } = standing;
  const { vehicle } = job;
  const exact = procedures.filter((one) => one.differs.length === 0);
  const relatives = procedures.filter((one) => one.differs.length > 0).slice(0, MOST_RELATIVES);
  const open = runs.filter(({ stage }) => stage !== 'finished');
  const waits = waitsOf(standing);
  return (
    <div className="fill-page">
      <PageHead
        title={`Job ${job.number}: ${job.title}`}
        under={[carWords(standing), job.customer, job.phone].filter(Boolean).join(' · ')}
      >
        <Link className="btn btn-outline-dark" href={`/jobs/${job.number}/quote`}>
          Quote
        </Link>
        <Link className="btn btn-outline-dark" href={`/bench?job=${job.number}`}>
          To the bench
        </Link>
      </PageHead>
      <HighVoltage job={job} names={visit.names} mayName={mayLook} />
      <FlagCard flags={flags} mayLook={mayLook} />
      <div className="answer-strip" aria-label="Where this job stands">
        <Answer name="Where it stands">
          <span>{nextWords(standing)}</span>
          {open.map((run) => (
            <StageWords key={run.id} run={run} />
          ))}
        </Answer>
        <Answer name="Still to do">
          {open.length ? (
            <TimeLeft run={sumOf(open)} />
          ) : (
            <span>{runs.length ? 'All runs finished' : 'Nothing planned'}</span>
          )}
        </Answer>
        <Answer name="Who has it">
          <span>
            {[...new Set(open.flatMap(({ holder }) => (holder ? [visit.names[holder] ?? holder] : [])))].join(', ') ||
              'Nobody yet'}
          </span>
        </Answer>
        <Answer name="Agreed">
          <Agreed job={job.number} quotes={quotes} />
        </Answer>
        <Answer name="Waiting for">
          <span className={waits.length ? 'waits-for' : ''}>{waits.join('; ') || 'Nothing'}</span>
        </Answer>
      </div>
      <div className="split fill-split job-split">
        <div className="fill-scroll" tabIndex={0} aria-label="The vehicle and its runs" role="region">
          {former && <CameBack former={former} job={job.number} />}
          <VisitCard standing={standing} start={visit} me={me} />
          <section className="sheet">
            <h2>Runs</h2>
            {runs.length === 0 && <p className="quiet mb-0">Nothing is planned yet: choose a procedure at the side.</p>}
            <ul className="rows">
              {runs.map((run) => (
                <RunRow key={run.id} run={run} holder={run.holder && (visit.names[run.holder] ?? run.holder)} />
              ))}
            </ul>
          </section>
          <CustomerCard job={job} mayChange={mayRecord} />
          <JobKits kits={kits} job={job.number} mayTake={mayRecord} />
          <BenchResults results={bench} names={visit.names} />
          <JobSchools job={job} mayChange={mayLook} />
          <JobSets job={job} mayChange={mayRecord} />
        </div>
        <div className="sheet fill-scroll" tabIndex={0} aria-label="Procedures for this vehicle" role="region">
          <h2>Plan a teardown</h2>
          {exact.length === 0 && (
            <p className="quiet">
              The library has nothing published for exactly this {vehicle.make} {vehicle.model} {vehicle.year}.{' '}
              <Link href="/library">Search the library</Link>
            </p>
          )}
          <ul className="rows">
            {exact.map((one) => (
              <ExactRow key={one.row.id} one={one} standing={standing} />
            ))}
          </ul>
          {relatives.length > 0 && (
            <>
              <h2 className="mt-3">Relatives, not verified on this vehicle</h2>
              <ul className="rows">
                {relatives.map((one) => (
                  <RelativeRow key={one.row.id} one={one} job={job.number} mayRecord={mayRecord} />
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
    </div>
  );
}

const carWords = ({ job: { vehicle } }: JobStanding) =>
  [`${vehicle.make} ${vehicle.model}`, vehicle.year, vehicle.body, vehicle.label].filter(Boolean).join(' · ');

/** The times of several runs, one after another. */
const sumOf = (runs: RunStanding[]) => ({
  ...runs[0],
  likelySeconds: runs.reduce((sum, run) => sum + run.likelySeconds, 0),
  safeSeconds: runs.reduce((sum, run) => sum + run.safeSeconds, 0),
  waitSeconds: runs.reduce((sum, run) => sum + run.waitSeconds, 0),
});

function Answer({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div>
      <span className="label">{name}</span>
      {children}
    </div>
  );
}

function RunRow({ run, holder }: { run: RunStanding; holder: string | null }) {
  return (
    <li>
      <Link className="row-link" href={`/runs/${run.id}`}>
        <span className="main">
          <span className="title">{run.title}</span>
          {holder && <span className="quiet">{holder}</span>}
        </span>
        <span className="run-stands">
          {run.waits.length > 0 && <span className="waits-for">{run.waits.join('; ')}</span>}
          <StageWords run={run} />
          <TimeLeft run={run} />
        </span>
      </Link>
    </li>
  );
}

function ExactRow({ one: { row, verified, unknown }, standing }: { one: RelativeView; standing: JobStanding }) {
  const { number, vehicle } = standing.job;
  return (
    <li className="d-flex align-items-center gap-2">
      <Link className="row-link flex-grow-1" href={`/plan?procedure=${encodeURIComponent(row.id)}&job=${number}`}>
        <span className="main">
          <span className="title">{row.title}</span>
          <span className="quiet">
            {zoneName(row.zone)}
            {row.side !== 'centre' && `, ${sideWords(row.side, vehicle.steering ?? 'any')}`}
          </span>
          {!verified && <span className="not-verified">Not verified: {unknown.join(', ')} not known</span>}
        </span>
      </Link>
      {row.side !== 'centre' && (
        <Link
          className="btn btn-sm btn-outline-dark"
          href={`/plan?procedure=${encodeURIComponent(`${row.id}@${oppositeSide(row.side)}`)}&job=${number}`}
        >
          {oppositeSide(row.side)}, mirrored
        </Link>
      )}
    </li>
  );
}

function RelativeRow({ one, job, mayRecord }: { one: RelativeView; job: number; mayRecord: boolean }) {
  const { row, differs, unknown } = one;
  return (
    <li className="d-flex align-items-center gap-2">
      <Link className="row-link flex-grow-1" href={`/plan?procedure=${encodeURIComponent(row.id)}&job=${job}`}>
        <span className="main">
          <span className="title">
            {row.title}
            {row.side !== 'centre' && `, ${row.side}`}
          </span>
          <span className="not-verified">
            Differs: {differs.join('; ')}
            {unknown.length > 0 && `. Not known: ${unknown.join(', ')}`}
          </span>
        </span>
      </Link>
      {mayRecord && <RecordFrom from={row.id} job={job} />}
    </li>
  );
}

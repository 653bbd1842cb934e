import Link from 'next/link';
import type { FlagView, JobStanding, RelativeView, VisitView } from '@/contracts/views';
import { oppositeSide, sideWords, zoneName } from '@/core/vehicle';
import { PageHead } from '../../design/page-head';
import { RecordFrom } from './record-from';
import { StageWords, TimeLeft } from './stage-words';
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
  me,
  mayLook,
}: {
  standing: JobStanding;
  procedures: RelativeView[];
  mayRecord: boolean;
  visit: VisitView;
  flags: FlagView[];
  me: string;
  mayLook: boolean;
}) {
  const { job, runs } = standing;
  const { vehicle } = job;
  const exact = procedures.filter((one) => one.differs.length === 0);
  const relatives = procedures.filter((one) => one.differs.length > 0).slice(0, MOST_RELATIVES);
  const car = [`${vehicle.make} ${vehicle.model}`, vehicle.year, vehicle.body, vehicle.label]
    .filter(Boolean)
    .join(' · ');
  return (
    <>
      <PageHead title={`Job ${job.number}: ${job.title}`} under={[car, job.customer].filter(Boolean).join(' · ')} />
      <FlagCard flags={flags} mayLook={mayLook} />
      <VisitCard standing={standing} start={visit} me={me} />
      <section className="sheet">
        <h2>Runs</h2>
        {runs.length === 0 && <p className="quiet">Nothing is planned yet. Plan one of the procedures below.</p>}
        <ul className="rows">
          {runs.map((run) => (
            <li key={run.id}>
              <Link className="row-link" href={`/runs/${run.id}`}>
                <span className="main">
                  <span className="title">{run.title}</span>
                  {run.holder && <span className="quiet">{visit.names[run.holder] ?? run.holder}</span>}
                </span>
                <span className="run-stands">
                  {run.waits.length > 0 && <span className="waits-for">{run.waits.join('; ')}</span>}
                  <StageWords run={run} />
                  <TimeLeft run={run} />
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <section className="sheet">
        <h2>Plan a teardown for this vehicle</h2>
        {exact.length === 0 && (
          <p className="quiet">
            The library has nothing published for exactly this {vehicle.make} {vehicle.model} {vehicle.year}.{' '}
            <Link href="/library">Search the library</Link>
          </p>
        )}
        <ul className="rows">
          {exact.map(({ row, verified, unknown }) => (
            <li key={row.id} className="d-flex align-items-center">
              <Link
                className="row-link flex-grow-1"
                href={`/plan?procedure=${encodeURIComponent(row.id)}&job=${job.number}`}
              >
                <span className="main">
                  <span className="title">{row.title}</span>
                  <span className="quiet">{row.applies}</span>
                  {!verified && <span className="not-verified">Not verified: {unknown.join(', ')} not known</span>}
                </span>
                <span>
                  {zoneName(row.zone)}, {sideWords(row.side, vehicle.steering ?? 'any')}
                </span>
              </Link>
              {row.side !== 'centre' && (
                <Link
                  className="btn btn-sm btn-outline-dark"
                  href={`/plan?procedure=${encodeURIComponent(`${row.id}@${oppositeSide(row.side)}`)}&job=${job.number}`}
                >
                  {oppositeSide(row.side)}, mirrored
                </Link>
              )}
            </li>
          ))}
        </ul>
      </section>
      {relatives.length > 0 && (
        <section className="sheet">
          <h2>Relatives, not verified on this vehicle</h2>
          <ul className="rows">
            {relatives.map(({ row, differs, unknown }) => (
              <li key={row.id} className="d-flex align-items-center">
                <Link
                  className="row-link flex-grow-1"
                  href={`/plan?procedure=${encodeURIComponent(row.id)}&job=${job.number}`}
                >
                  <span className="main">
                    <span className="title">
                      {row.title}, {row.side}
                    </span>
                    <span className="not-verified">
                      Differs: {differs.join('; ')}
                      {unknown.length > 0 && `. Not known: ${unknown.join(', ')}`}
                    </span>
                  </span>
                </Link>
                {mayRecord && <RecordFrom from={row.id} job={job.number} />}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

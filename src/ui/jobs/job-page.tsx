import Link from 'next/link';
import type { JobStanding, ProcedureRowView } from '@/contracts';
import { sideWords, zoneName } from '@/core/vehicle';
import { PageHead } from '../kit/page-head';
import { StageWords } from './job-board';

/** One job: the vehicle, its runs, and the procedures that can be planned for it. */
export function JobPage({ standing: { job, runs }, names, procedures }: {
  standing: JobStanding; names: Record<string, string>; procedures: ProcedureRowView[];
}) {
  const { vehicle } = job;
  const car = [`${vehicle.make} ${vehicle.model}`, vehicle.year, vehicle.body, vehicle.label].filter(Boolean).join(' · ');
  return (
    <>
      <PageHead title={`Job ${job.number}: ${job.title}`} under={[car, job.customer].filter(Boolean).join(' · ')} />
      <section className="sheet">
        <h2>Runs</h2>
        {runs.length === 0 && <p className="quiet">Nothing is planned yet. Plan one of the procedures below.</p>}
        <ul className="rows">
          {runs.map((run) => (
            <li key={run.id}>
              <Link className="row-link" href={`/runs/${run.id}`}>
                <span className="main"><span className="title">{run.title}</span>{run.holder && <span className="quiet">{names[run.holder] ?? run.holder}</span>}</span>
                <StageWords run={run} />
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <section className="sheet">
        <h2>Plan a teardown for this vehicle</h2>
        {procedures.length === 0 && <p className="quiet">The library has nothing approved for {vehicle.make} {vehicle.model} {vehicle.year}. <Link href="/library">Search the library</Link></p>}
        <ul className="rows">
          {procedures.map((row) => (
            <li key={row.id}>
              <Link className="row-link" href={`/plan?procedure=${encodeURIComponent(row.id)}&job=${job.number}`}>
                <span className="main"><span className="title">{row.title}</span><span className="quiet">{row.applies}</span></span>
                <span>{zoneName(row.zone)}, {sideWords(row.side, vehicle.steering ?? 'any')}</span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

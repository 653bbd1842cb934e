'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { InsightsView, InsightTable } from '@/contracts/views';
import { PageHead } from '../../design';

/** Charts come only where they are looked at. */
const Bars = dynamic(() => import('./bars').then((module) => module.Bars), {
  loading: () => <p className="quiet">Drawing…</p>,
});
const Promises = dynamic(() => import('./promises').then((module) => module.Promises), {
  loading: () => <p className="quiet">Drawing…</p>,
});
const MOST_BARS = 8;

/** What the shop's finished runs teach: promises kept, where time goes, what breaks, what is missed, what accepted findings changed. */
export function Insights({ view }: { view: InsightsView }) {
  const { time, breaks, misses, leftOut, promises, effects, rehearse, hands, repetition } = view;
  return (
    <div className="fill-page">
      <PageHead
        title="Insights"
        under={view.runs === 1 ? 'What the one finished run teaches' : `What the last ${view.runs} finished runs teach`}
      />
      <div className="insights fill-scroll" tabIndex={0} role="region" aria-label="Insights">
        <Card name="Promises" table="promises" isEmpty={promises.length === 0} said={view.calibrationWords}>
          <Promises promises={promises} />
          <Table
            head={['Job', 'Work', 'Likely', 'Safe', 'Took', 'Held']}
            rows={promises.map((one) => [
              one.job,
              one.title,
              one.likelyMinutes,
              one.safeMinutes,
              one.actualMinutes,
              one.held ? 'yes' : 'no',
            ])}
          />
        </Card>
        <Card
          name="Where time goes"
          table="time"
          isEmpty={time.length === 0}
          said={time[0] ? `Most goes into ${time[0].what}: ${time[0].minutes} min.` : 'No believable times yet.'}
          under={`Left out: ${leftOut.tooFast} steps tapped faster than hands move, ${leftOut.gaps} gaps too long to be one step; ${leftOut.runs} whole runs teach no times.`}
        >
          <Bars rows={time.slice(0, MOST_BARS).map((one) => ({ name: one.what, value: one.minutes }))} unit="min" />
          <Table head={['What', 'Minutes']} rows={time.map((one) => [one.what, one.minutes])} />
        </Card>
        <Card
          name="What breaks"
          table="breaks"
          isEmpty={breaks.length === 0}
          said={breaks[0] ? `${breaks[0].broken} ${breaks[0].what} of ${breaks[0].out}.` : 'Nothing has broken yet.'}
        >
          <Bars rows={breaks.slice(0, MOST_BARS).map((one) => ({ name: one.what, value: one.percent }))} unit="%" />
          <Table
            head={['Kind', 'Out', 'Broken', '%']}
            rows={breaks.map((one) => [one.what, one.out, one.broken, one.percent])}
          />
        </Card>
        <Card
          name="Whose hands"
          table="hands"
          isEmpty={hands.length === 0}
          said={hands.length ? 'Time against the shop’s, for the same work and practice.' : 'No believable times yet.'}
          under={hands.length ? 'Shrunk: a few runs move it little.' : undefined}
        >
          <Bars rows={hands.slice(0, MOST_BARS).map((one) => ({ name: one.who, value: one.percent }))} unit="%" />
          <Table
            head={['Who', 'Runs', '% of the shop’s time']}
            rows={hands.map((one) => [one.who, one.runs, one.percent])}
          />
        </Card>
        <Card
          name="Practice"
          table="repetition"
          isEmpty={repetition.length === 0}
          said={repetition.length ? view.practiceWords : 'No believable times yet.'}
        >
          <Bars rows={repetition.map((one) => ({ name: one.times, value: one.percent }))} unit="%" />
          <Table
            head={['By the same hands', 'Runs', '% of the catalogue’s time']}
            rows={repetition.map((one) => [one.times, one.runs, one.percent])}
          />
        </Card>
        <Card
          name="What is missed"
          table="misses"
          isEmpty={misses.length === 0}
          said={
            misses[0]
              ? `Most often on ${misses[0].title}: ${misses[0].missed} of ${misses[0].runs} runs.`
              : 'Nothing was missed yet.'
          }
        >
          <Bars rows={misses.slice(0, MOST_BARS).map((one) => ({ name: one.title, value: one.percent }))} unit="%" />
          <Table
            head={['Procedure', 'Runs', 'Missed', '%']}
            rows={misses.map((one) => [one.title, one.runs, one.missed, one.percent])}
          />
        </Card>
        <Card
          name="What accepted findings changed"
          table="effects"
          isEmpty={effects.length === 0}
          said={
            effects.length
              ? 'Runs with that trouble before the revision and since.'
              : 'No finding was taken into a revision yet.'
          }
        >
          <Table
            head={['Procedure', 'Revision', 'Effect']}
            rows={effects.map((one) => [one.title, one.revision, one.words])}
            isOpen
          />
        </Card>
        <section className="sheet" aria-label="Worth rehearsing">
          <h2>Worth rehearsing</h2>
          {rehearse.length === 0 && <p className="quiet mb-0">Nothing stands out.</p>}
          <ul className="rows">
            {rehearse.map(({ procedure, title, words }) => (
              <li key={procedure} className="py-2">
                <Link href={`/procedures/${encodeURIComponent(procedure)}`}>{title}</Link>{' '}
                <Link className="quiet" href={`/rehearse/begin?procedure=${encodeURIComponent(procedure)}`}>
                  rehearse it
                </Link>
                {words.map((one) => (
                  <span key={one} className="heard">
                    {one}
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

function Card({
  name,
  table,
  said,
  under,
  isEmpty,
  children,
}: {
  name: string;
  table: InsightTable;
  said: string;
  under?: string;
  isEmpty: boolean;
  children: ReactNode;
}) {
  return (
    <section className="sheet" aria-label={name}>
      <h2 className="d-flex">
        <span className="me-auto">{name}</span>
        <a
          className="btn btn-sm btn-outline-dark"
          href={`/api/insights/${table}.csv`}
          download
          aria-label={`${name} as CSV`}
        >
          CSV
        </a>
      </h2>
      <p className="mb-2">
        <strong>{said}</strong> {under && <span className="quiet">{under}</span>}
      </p>
      {!isEmpty && children}
    </section>
  );
}

/** The figures of a chart as a table. */
function Table({ head, rows, isOpen }: { head: string[]; rows: (string | number)[][]; isOpen?: boolean }) {
  return (
    <details open={isOpen}>
      <summary>As a table</summary>
      <table className="table mb-0">
        <thead>
          <tr>
            {head.map((one) => (
              <th key={one}>{one}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, n) => (
            <tr key={n}>
              {row.map((cell, at) => (
                <td key={at}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

'use client';
import Link from 'next/link';
import { toolFor } from '@/core/hardware';
import { Plate } from '../../design/plate';
import type { Bay } from './bay';
import { useRunKeys } from './use-keys';

/** Before the first hand touches trim: the check-in looked at, tools out, cautions read. */
export function StartPanel({ bay }: { bay: Bay }) {
  const {
    handle: { plan, record },
    faults,
    job,
  } = bay;
  const start = () => record({ type: 'started' });
  useRunKeys({ done: start });
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
        <h1 className="verb">Lay out</h1>
        <ul className="rows mt-2">
          {plan.tools.map(({ tool, notes }) => (
            <li key={tool} className="py-2">
              <Plate code={tool} /> {toolFor(tool).name !== toolFor(tool).plate && toolFor(tool).name}
              {notes.map((note) => (
                <div key={note} className="quiet">
                  {note}
                </div>
              ))}
            </li>
          ))}
        </ul>
        {(plan.unverified ?? []).map(({ procedure, differs, unknown }) => (
          <p key={procedure} className="unverified">
            <strong>Not verified on this vehicle.</strong>{' '}
            {[...differs, ...unknown.map((what) => `${what} not known`)].join('; ')}. Stop where it does not match.
          </p>
        ))}
        {faults.length > 0 && (
          <p className="caution mild">
            On arrival:{' '}
            {faults
              .map(
                (fault) =>
                  `${fault.words.toLowerCase()} ${fault.arrival?.result === 'fails' ? 'did not work' : `only ${fault.arrival?.condition ?? 'sometimes'}`}`,
              )
              .join('; ')}
            .
          </p>
        )}
        {plan.cautions.map((caution) => (
          <p key={caution.code} className={`caution ${caution.code.startsWith('srs') ? '' : 'mild'}`}>
            {caution.text}
          </p>
        ))}
      </div>
      <button type="button" className="done-bar" onClick={start}>
        Start
      </button>
      <div className="run-foot">
        <Link href={`/jobs/${job.number}/check-in`}>Check-in</Link>
        <Link href={`/jobs/${job.number}`}>The job</Link>
      </div>
    </section>
  );
}

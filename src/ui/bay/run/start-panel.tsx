'use client';
import Link from 'next/link';
import { useState } from 'react';
import { cautionWeight } from '@/core/planning';
import { capital, toolFor, lowerFirst, doorWords } from '@/core/trade';
import { Plate } from '../../design';
import type { Bay } from './bay';
import { LeadDecides } from './lead-decides';
import { useRunKeys } from './use-keys';

const SKIP_REASONS = ['our own vehicle', 'checked in on another job today', 'customer not here, agreed by phone'];

const cautionLine = ({ code, text }: { code: string; text: string }) => (
  <p key={code} className={`caution ${cautionWeight(code) === 'life' ? '' : 'mild'}`}>
    {text}
  </p>
);

/** Before the first hand touches trim: the check-in looked at, tools out, cautions read. */
export function StartPanel({ bay }: { bay: Bay }) {
  const {
    handle: { plan, record },
    faults,
    job,
  } = bay;
  const [skipped, setSkipped] = useState(false);
  const [asked, setAsked] = useState(false);
  const several = plan.documents.length > 1;
  const doorOf = (id: string) => doorWords(plan.documents.find((document) => document.id === id)!);
  const isCheckedIn = bay.checkIn !== 'open' || skipped;
  const start = () => {
    if (isCheckedIn) record({ type: 'started' });
  };
  // What can kill stands above the fold, before the tools.
  const isGrave = ({ code }: { code: string }) => cautionWeight(code) === 'life';
  const grave = plan.cautions.filter(isGrave);
  const mild = plan.cautions.filter((caution) => !isGrave(caution));
  useRunKeys({ done: start });
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
        <h1 className="verb">Lay out</h1>
        {!isCheckedIn && (
          <>
            <p className="caution">
              Not checked in: go through the check-in with the customer before a hand touches trim.
            </p>
            {asked ? (
              <LeadDecides
                bay={bay}
                about={{ checkIn: job.number }}
                title="A lead can skip the check-in with a reason; the report says so."
                words="Skip the check-in"
                reasons={SKIP_REASONS}
                onDecided={() => setSkipped(true)}
              />
            ) : (
              <div className="d-flex gap-2 flex-wrap">
                <Link className="check-line" href={`/jobs/${job.number}/check-in`}>
                  Check it in
                </Link>
                <button type="button" className="check-line" onClick={() => setAsked(true)}>
                  A lead skips it
                </button>
              </div>
            )}
          </>
        )}
        {bay.toRehearse
          .filter(({ person }) => person === bay.me)
          .map(({ procedure, title, setBy }) => (
            <p key={procedure} className="caution mild">
              {setBy} wants you to <a href={`/rehearse/begin?procedure=${procedure}`}>rehearse “{title}”</a> before your
              first real one.
            </p>
          ))}
        {grave.map(cautionLine)}
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
        {(plan.ways ?? []).map((words) => (
          <p key={words} className="quiet mb-1">
            {words}
          </p>
        ))}
        {(plan.unverified ?? []).map(({ procedure, differs, unknown }) => (
          <p key={procedure} className="unverified">
            <strong>Not verified on this vehicle{several && `: ${doorOf(procedure)}`}.</strong>{' '}
            {capital([...differs, ...unknown.map((what) => `${what} not known`)].join('; '))}. Stop where it does not
            match, and note what differs: in the end it becomes a draft for this vehicle.
          </p>
        ))}
        {faults.length > 0 && (
          <p className="caution mild">
            On arrival:{' '}
            {faults
              .map(
                (fault) =>
                  `${fault.group}: ${lowerFirst(fault.words)} ${fault.arrival?.result === 'fails' ? 'did not work' : `only ${fault.arrival?.condition ?? 'sometimes'}`}`,
              )
              .join('; ')}
            .
          </p>
        )}
        {mild.map(cautionLine)}
      </div>
      <button type="button" className="done-bar" disabled={!isCheckedIn} onClick={start}>
        Start
      </button>
      <div className="run-foot">
        <Link href={`/jobs/${job.number}/check-in`}>Check-in</Link>
        <Link href={`/jobs/${job.number}`}>The job</Link>
      </div>
    </section>
  );
}

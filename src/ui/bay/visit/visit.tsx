'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { VisitView } from '@/contracts/views';
import { checkLines, comparedLines, foldVisit, type VisitEvent, type Walk } from '@/core/bay';
import { useWakeLock } from '../../design';
import { ChangePerson, ReadGuard, SavedWords, useLog } from '../log';
import { BodyTab } from './body-tab';
import { ElectricalTab } from './electrical-tab';
import type { Tab, VisitHandle } from './handle';
import { HandBackTab } from './hand-back-tab';
import { SignTab } from './sign-tab';
import { useDrafts } from './use-drafts';

/** Check-in and hand-over: what works and what is marked, before a hand touches trim and when the vehicle is given back. */
export function Visit({ start, me, walk: firstWalk }: { start: VisitView; me: string; walk: Walk }) {
  const log = useLog<VisitEvent>(start.job.visit, start.events, start.position, me);
  const state = useMemo(() => foldVisit(log.events), [log.events]);
  const lines = useMemo(() => checkLines([...start.zones, ...state.zones]), [start.zones, state.zones]);
  const [walk, setWalk] = useState<Walk>(firstWalk);
  const [tab, setTab] = useState<Tab>('electrical');
  const [drafts, changeDrafts] = useDrafts(start.job.visit);
  useWakeLock(!state.closed);
  const visit: VisitHandle = {
    start,
    me,
    walk,
    state,
    lines,
    drafts,
    changeDrafts,
    goTo: setTab,
    record: log.record,
    close: () => log.close({ type: 'closed' }),
  };
  const all = comparedLines(lines, state);
  const answered = all.filter((line) => line[walk]).length;
  const marks = state.marks.filter((mark) => mark.walk === walk).length;
  const { job } = start;
  return (
    <main className="run visit">
      <header className="run-head">
        <span className="title">
          {job.vehicle.make} {job.vehicle.model} {job.vehicle.year ?? ''}{' '}
          {job.vehicle.label && `· ${job.vehicle.label}`}
        </span>
        <span className="job">
          <Link href={`/jobs/${job.number}`}>Job {job.number}</Link> · {job.title}
        </span>
        <span className="head-choice" role="group" aria-label="Which walk">
          <button type="button" aria-pressed={walk === 'arrival'} onClick={() => setWalk('arrival')}>
            Arrival
          </button>
          <button type="button" aria-pressed={walk === 'departure'} onClick={() => setWalk('departure')}>
            Giving back
          </button>
        </span>
        <SavedWords sending={log.sending} />
        <ChangePerson name={start.names[me] ?? me} />
      </header>
      <nav className="visit-tabs" aria-label="Parts of the check">
        <button type="button" aria-pressed={tab === 'electrical'} onClick={() => setTab('electrical')}>
          What works{' '}
          <b>
            {answered} of {all.length}
          </b>
        </button>
        <button type="button" aria-pressed={tab === 'body'} onClick={() => setTab('body')}>
          Body and trim{' '}
          <b>
            {marks} {marks === 1 ? 'mark' : 'marks'}
          </b>
        </button>
        <button type="button" aria-pressed={tab === 'sign'} onClick={() => setTab('sign')}>
          {walk === 'arrival' ? 'Acknowledge' : 'Compare and give back'}{' '}
          <b>{state.signatures[walk] ? 'signed' : 'not signed'}</b>
        </button>
      </nav>
      <ReadGuard what={`${walk} ${tab} ${!!state.signatures[walk]}`}>
        {tab === 'electrical' && <ElectricalTab visit={visit} next={() => setTab('body')} />}
        {tab === 'body' && <BodyTab visit={visit} next={() => setTab('sign')} />}
        {tab === 'sign' &&
          (walk === 'arrival' ? (
            <SignTab visit={visit} />
          ) : (
            <HandBackTab visit={visit} walkAgain={() => setTab('electrical')} />
          ))}
      </ReadGuard>
    </main>
  );
}

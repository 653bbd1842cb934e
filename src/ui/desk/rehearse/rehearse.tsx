'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DueView, PastRehearsalView, RehearseView } from '@/contracts/views';
import { levelWords } from '@/core/rehearse';
import { PageHead, useDates } from '../../design';
import { Team } from './team';

/** The chart comes only where somebody has rehearsed. */
const Progress = dynamic(() => import('./progress').then((module) => module.Progress), { ssr: false });

const beginAddress = (procedure: string, level?: string) =>
  `/rehearse/begin?${new URLSearchParams({ procedure, ...(level ? { level } : {}) })}`;

/** What to rehearse next, how it went, and for leads how everybody is doing. */
export function Rehearse({ view }: { view: RehearseView }) {
  const [procedure, setProcedure] = useState('');
  const router = useRouter();
  return (
    <>
      <PageHead title="Rehearse" under="Take a panel off without breaking one">
        <select
          className="form-select"
          aria-label="Rehearse a procedure"
          value={procedure}
          onChange={(event) => {
            setProcedure(event.target.value);
            if (event.target.value) router.push(beginAddress(event.target.value));
          }}
        >
          <option value="">rehearse a procedure…</option>
          {view.procedures.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </PageHead>
      <div className="split rehearse-home">
        <div>
          {view.mine.length > 0 && (
            <section className="sheet" aria-label="Set for you">
              <h2>Set for you</h2>
              <ul className="rows">
                {view.mine.map(({ procedure: id, title, level, setBy }) => (
                  <li key={id}>
                    <Link href={beginAddress(id, level)}>{title}</Link>{' '}
                    <span className="quiet">
                      {levelWords[level].name.toLowerCase()}, before a first real job · {setBy}
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section className="sheet" aria-label="Next">
            <h2>Next</h2>
            {view.due.length === 0 ? (
              <p className="empty">
                Nothing rehearsed yet. Pick a procedure: afterwards this says what to rehearse again, and when.
              </p>
            ) : (
              <ul className="rows">
                {view.due.map((one) => (
                  <DueRow key={`${one.what}${one.words}`} due={one} />
                ))}
              </ul>
            )}
          </section>
          {view.team && <Team view={view} />}
        </div>
        <section className="sheet" aria-label="How it went">
          <h2>How it went</h2>
          {view.past.length > 1 && <Progress past={view.past} />}
          <PastTable past={view.past} />
        </section>
      </div>
    </>
  );
}

const dueWords = (inDays: number) =>
  inDays < 0
    ? `${-inDays} ${inDays === -1 ? 'day' : 'days'} overdue`
    : inDays === 0
      ? 'today'
      : `in ${inDays} ${inDays === 1 ? 'day' : 'days'}`;

function DueRow({ due }: { due: DueView }) {
  const words = due.what === 'kind' ? `${due.words}: a weak spot` : due.words;
  return (
    <li>
      {due.procedure ? <Link href={beginAddress(due.procedure)}>{words}</Link> : words}{' '}
      <span className="quiet">
        {due.what === 'kind' && due.title ? `on ${due.title} · ` : `last ${due.lastPoints} of 100 · `}
        {dueWords(due.inDays)}
      </span>
    </li>
  );
}

function PastTable({ past }: { past: PastRehearsalView[] }) {
  const dates = useDates();
  if (past.length === 0) return <p className="quiet">Nothing yet.</p>;
  return (
    <div className="table-responsive">
      <table className="table">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>Level</th>
            <th>Points</th>
            <th>Broken</th>
            <th>Missed</th>
          </tr>
        </thead>
        <tbody>
          {past.slice(0, 40).map((one) => (
            <tr key={one.id}>
              <td>{dates.day(one.at)}</td>
              <td>
                <Link href={`/rehearse/${one.id}`}>{one.title}</Link>
              </td>
              <td>{levelWords[one.level].name}</td>
              <td className="n">{one.points}</td>
              <td className="n">{one.brokenPieces}</td>
              <td className="n">{one.missed}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

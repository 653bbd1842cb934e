'use client';
import Link from 'next/link';
import { damageWords, faultWords, listWords, type Score, spotWords } from '@/core/rehearse';
import { readItemKey } from '@/core/document';
import { listed } from '@/core/trade';
import { Trouble, clock } from '../../design';
import { Said } from './said';
import type { Trainer } from './use-rehearsal';

const TITLES: Record<Score['ending'], string> = {
  finished: 'Done',
  srs: 'Stopped: airbag',
  'given-up': 'Given up',
};

/** What it came to, and where it went wrong. */
export function OverPanel({ trainer }: { trainer: Trainer }) {
  const { view, ground, state, score, seconds, limit, sending, restart } = trainer;
  if (!score) return null;
  const isLate = limit !== null && seconds >= limit;
  const spots = [...new Map(score.weak.map((spot) => [`${spot.item}${spot.went}`, spot])).values()];
  return (
    <main className="page rehearsed">
      <h1>
        {view.title}: {isLate ? 'Time is up' : TITLES[score.ending]}
      </h1>
      <p className="points">
        <strong>{score.points}</strong> of 100
      </p>
      {score.ending === 'srs' && (
        <div className="caution">
          <Said trainer={trainer} />
        </div>
      )}
      <Lines score={score} seconds={seconds} />
      {state.damage.length > 0 && (
        <section>
          <h2>Broken</h2>
          <ul>
            {state.damage.map((one, n) => (
              <li key={n}>{damageWords(ground, one)}</li>
            ))}
          </ul>
        </section>
      )}
      {spots.length > 0 && (
        <section>
          <h2>Weak spots</h2>
          <ul>
            {spots.map((spot) => (
              <li key={`${spot.item}${spot.went}`}>{spotWords(ground, spot)}</li>
            ))}
          </ul>
        </section>
      )}
      {score.needless.length > 0 && (
        <p>
          Need not have come out:{' '}
          {listed(score.needless.map((key) => (readItemKey(key) ? listWords(ground, key) : 'battery')))}.
        </p>
      )}
      {ground.faults.length > 0 && (
        <section>
          <h2>What was not as recorded</h2>
          <ul>
            {ground.faults.map((fault) => (
              <li key={`${fault.fault}${fault.item}`}>{faultWords(ground, fault)}</li>
            ))}
          </ul>
        </section>
      )}
      <Trouble text={sending.trouble} />
      <div className="d-flex gap-2 mt-3">
        {sending.trouble && (
          <button type="button" className="btn btn-primary" disabled={sending.busy} onClick={sending.again}>
            Save the result again
          </button>
        )}
        {view.id === null && (
          <button type="button" className="btn btn-primary" onClick={restart}>
            Once more
          </button>
        )}
        {view.id !== null && (
          <Link
            className="btn btn-primary"
            href={`/rehearse/begin?${new URLSearchParams({ procedure: ground.documents[0].id, ...(view.of === 'draft' ? { draft: '1' } : {}) })}`}
          >
            Once more
          </Link>
        )}
        <Link className="btn btn-outline-dark" href={view.leaveTo}>
          {view.id === null ? 'To sign-in' : 'To Rehearse'}
        </Link>
      </div>
      {view.id === null && <p className="quiet mt-3">A made-up door. None of this was kept.</p>}
    </main>
  );
}

function Lines({ score, seconds }: { score: Score; seconds: number }) {
  const rows: [string, string][] = [
    ['Broken', score.brokenPieces ? `${score.brokenPieces}, about ${score.mendMinutes} min to put right` : 'nothing'],
    ['Missed', String(score.missed)],
    ['Other mistakes', String(score.stopped)],
    ['Hints', String(score.hints)],
    ['Your order', `${clock(score.seconds)}, ${score.toolChanges} tool changes`],
    ['Best order', `${clock(score.bestSeconds)}, ${score.bestToolChanges} tool changes`],
    ['Time on the screen', clock(seconds)],
  ];
  return (
    <dl className="facts">
      {rows.map(([name, value]) => (
        <div key={name} className="d-contents">
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

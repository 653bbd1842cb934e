'use client';
import Link from 'next/link';
import { useState } from 'react';
import { COMPARISON_WORDS, resultWords, comparedLines, handBackBlocks, type ComparedLine } from '@/core/bay';
import { Chips, Trouble } from '../../design';
import { AlsoNoted } from './also-noted';
import { SignBox } from './sign-tab';
import type { VisitHandle } from './handle';

const PART_TO_COME = 'a part is still to come';
/** Blocks listed at once. */
const SHOWN = 8;
const UNSIGNED = ['customer not here', 'key in the box', 'customer refuses', 'our own vehicle'] as const;
const REASONS = ['cannot be tried here', 'the customer knows and agreed', PART_TO_COME, 'not from our work'] as const;

/** The same list as on arrival, compared line by line; then the vehicle goes back. */
export function HandBackTab({ visit, walkAgain }: { visit: VisitHandle; walkAgain: () => void }) {
  const { state, lines, start, close } = visit;
  const [trouble, setTrouble] = useState<string | null>(null);
  const compared = comparedLines(lines, state);
  const unfinished = start.runs.filter((run) => !run.finished).length;
  const blocks = handBackBlocks(lines, state, 0);
  const open = compared.filter((line) => line.comparison === 'not-repeated' && !line.explained);
  const notChecked = compared.filter(({ comparison, explained }) => comparison === 'not-checked' && !explained);
  const stillToCome = state.waits.filter((wait) => wait.for === 'part');
  const odd = compared
    .filter((line) => !['same', 'not-checked'].includes(line.comparison) && !open.includes(line))
    .sort((a, b) => Number(b.comparison === 'worse') - Number(a.comparison === 'worse'));
  return (
    <section className="visit-body" tabIndex={0}>
      <div className="sheet">
        <h2>Against arrival</h2>
        <p>
          {compared.filter((line) => line.comparison === 'same').length} lines are as they were on arrival.
          {odd.length > 0 && ' These are not:'}
        </p>
        {odd.map((line) => (
          <OddLine key={line.line} visit={visit} line={line} />
        ))}
        {open.length > 0 && (
          <>
            <p className="d-flex gap-3 align-items-center mt-3 mb-1">
              <strong>{open.length} not repeated yet:</strong>
              <button type="button" className="btn btn-primary" onClick={walkAgain}>
                Go through the list
              </button>
            </p>
            {open.map((line) => (
              <OddLine key={line.line} visit={visit} line={line} />
            ))}
          </>
        )}
      </div>
      {state.checkInSkipped && (
        <p className="caution mild">
          The check-in was skipped by {start.names[state.checkInSkipped.person] ?? state.checkInSkipped.person}:{' '}
          {state.checkInSkipped.reason}. Nothing can be compared with arrival.
        </p>
      )}
      {state.signatures.arrival && notChecked.length > 0 && (
        <div className="sheet">
          <h2>Not checked on arrival</h2>
          <p>
            Nobody knows how {notChecked.length === 1 ? 'this line was' : `these ${notChecked.length} lines were`} when
            the vehicle came: the zone was added after the check-in, or it was left out. The report says so.
          </p>
          {notChecked.map((line) => (
            <OddLine key={line.line} visit={visit} line={line} />
          ))}
          <button type="button" className="btn btn-primary" onClick={walkAgain}>
            Go through the list
          </button>
        </div>
      )}
      <AlsoNoted visit={visit} />
      <SignBox
        visit={visit}
        walk="departure"
        sentence="I have my vehicle back, and we went through the list together."
      />
      <div className="sheet">
        <h2>{state.closed ? 'The vehicle is back with its owner' : 'Give it back'}</h2>
        {!state.closed && (
          <>
            {unfinished > 0 && (
              <p className="trouble">
                {unfinished} {unfinished === 1 ? 'run is' : 'runs are'} not finished: finish started runs first.
              </p>
            )}
            {blocks.length > 0 && (
              <ul className="rows" aria-label="Before it is given back">
                {blocks.slice(0, SHOWN).map(({ code, place, text }) => (
                  <li key={`${code} ${place}`} className="py-1 trouble">
                    {text}
                  </li>
                ))}
                {blocks.length > SHOWN && <li className="quiet">and {blocks.length - SHOWN} more</li>}
              </ul>
            )}
            {blocks.some(({ code }) => code === 'view') && (
              <button type="button" className="btn btn-primary mb-2" onClick={() => visit.goTo('body')}>
                Walk round the vehicle
              </button>
            )}
            {!state.signatures.departure && (
              <Chips
                label="Not signed, because"
                value={state.unsigned.departure?.reason ?? null}
                options={UNSIGNED}
                onPick={(reason) => visit.record({ type: 'unsigned', walk: 'departure', reason })}
              />
            )}
            {stillToCome.length > 0 && (
              <p className="quiet">
                The job stays on the board: waiting for {stillToCome.map(({ what }) => what).join(', ')}.
              </p>
            )}
            <Trouble text={trouble} />
            <button
              type="button"
              className="done-bar"
              disabled={blocks.length > 0}
              onClick={async () => setTrouble(await close())}
            >
              {stillToCome.length ? 'Give it back; a part is still to come' : 'Give the vehicle back'}
            </button>
          </>
        )}
        <p className="d-flex gap-2 flex-wrap mb-0">
          <a className="btn btn-outline-dark" href={`/api/jobs/${start.job.number}/report.pdf`}>
            Report as PDF
          </a>
          <a className="btn btn-outline-dark" href={`/api/jobs/${start.job.number}/report.json`}>
            As a file (JSON)
          </a>
          <Link className="btn btn-outline-dark" href={`/jobs/${start.job.number}`}>
            To the job
          </Link>
        </p>
      </div>
    </section>
  );
}

function OddLine({ visit, line }: { visit: VisitHandle; line: ComparedLine }) {
  const asks =
    line.comparison === 'worse'
      ? REASONS
      : ['not-repeated', 'not-checked'].includes(line.comparison)
        ? REASONS.slice(0, 1)
        : [];
  const explain = (reason: string) =>
    visit.record(
      { type: 'explained', line: line.line, reason },
      ...(reason === PART_TO_COME
        ? [{ type: 'waits' as const, for: 'part' as const, what: `${line.group}, ${line.words}` }]
        : []),
    );
  return (
    <div className={`odd-line ${line.comparison}`} role="group" aria-label={line.words}>
      <span>
        <b>{line.group}</b> · {line.words}
      </span>
      <span className="quiet">
        {line.arrival ? resultWords(line.arrival) : 'not checked'} →{' '}
        {line.departure ? resultWords(line.departure) : '…'}
      </span>
      {(line.comparison !== 'not-repeated' || line.explained) && (
        <span className={line.comparison === 'worse' ? 'trouble' : ''}>
          {line.comparison === 'not-repeated' ? 'not repeated' : COMPARISON_WORDS[line.comparison]}
          {line.explained && `: ${line.explained}`}
        </span>
      )}
      {!line.explained && asks.length > 0 && (
        <span className="picks">
          {asks.map((reason) => (
            <button key={reason} type="button" onClick={() => explain(reason)}>
              {reason}
            </button>
          ))}
        </span>
      )}
    </div>
  );
}

'use client';
import Link from 'next/link';
import { useState } from 'react';
import type { DecisionView, ProposalView } from '@/contracts/views';
import { useDates, PhotoLinks } from '../../design';
import { Decide } from './decide';

const DECIDED = {
  accepted: 'taken in',
  option: 'made an option',
  'this-vehicle': 'true of that vehicle only',
  rejected: 'rejected',
} as const;

/** What the bay and the bench ask of this procedure: each change with who found it where; a lead takes it in, keeps it as one vehicle's, or rejects it with the reason. */
export function FromTheBay({
  procedure,
  revision,
  proposals,
  decisions,
  names,
  mayDecide,
  onSelect,
}: {
  procedure: string;
  /** The one in force, which is decided about. */
  revision: number | null;
  proposals: ProposalView[];
  decisions: DecisionView[];
  names: Record<string, string>;
  mayDecide: boolean;
  onSelect: (id: string) => void;
}) {
  const dates = useDates();
  return (
    <section aria-label="From the bay">
      {proposals.length === 0 && <p className="quiet">No open findings from the bay.</p>}
      <ul className="rows">
        {proposals.map((one) => (
          <li key={one.key} className="py-2">
            <ProposalRow {...{ procedure, revision, proposal: one, names, mayDecide, onSelect }} />
          </li>
        ))}
      </ul>
      {decisions.length > 0 && (
        <details>
          <summary>Decided before</summary>
          <ul>
            {decisions.map(({ decision, reason, revision, by, at, count, effect }) => (
              <li key={`${at} ${decision}`}>
                {count} {count === 1 ? 'finding' : 'findings'} {DECIDED[decision]}
                {revision && `, revision ${revision}`}
                {reason && `: ${reason}`}{' '}
                <span className="quiet">
                  {names[by] ?? by}, {dates.day(at)}
                </span>
                {effect && <span className="d-block">{effect}</span>}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function ProposalRow({
  procedure,
  revision,
  proposal: { item, standing, text, isQuoted, sentences, findings, ofRuns, photos },
  names,
  mayDecide,
  onSelect,
}: {
  procedure: string;
  revision: number | null;
  proposal: ProposalView;
  names: Record<string, string>;
  mayDecide: boolean;
  onSelect: (id: string) => void;
}) {
  const dates = useDates();
  const [only, setOnly] = useState<number[] | null>(null);
  const title = sentences.length ? sentences.join(' ') : text;
  const taken = only ?? sentences.map((_, at) => at);
  const jobs = new Set(findings.map(({ job }) => job)).size;
  return (
    <>
      {sentences.length > 1 && mayDecide ? (
        <ul className="part-list" aria-label="Changes asked for">
          {sentences.map((sentence, at) => (
            <li key={at}>
              <label>
                <input
                  type="checkbox"
                  checked={taken.includes(at)}
                  onChange={({ target }) =>
                    setOnly(target.checked ? [...taken, at].sort((a, b) => a - b) : taken.filter((one) => one !== at))
                  }
                />{' '}
                {sentence}
              </label>
            </li>
          ))}
        </ul>
      ) : (
        <button type="button" className="finding-row" onClick={() => item && onSelect(item)}>
          {title}
        </button>
      )}
      {sentences.length > 0 && text && !isQuoted && <span className="d-block">“{text}”</span>}
      {standing === 'already-so' && <span className="quiet d-block">The procedure says so already.</span>}
      {standing === 'gone' && (
        <span className="quiet d-block">What it was about is not in the procedure any more.</span>
      )}
      <span className="quiet">
        On {jobs} {jobs === 1 ? 'job' : 'jobs'}
        {ofRuns > 0 && `, of ${ofRuns} ${ofRuns === 1 ? 'run' : 'runs'}`}:{' '}
        {findings.slice(0, 6).map(({ id, person, job, at }, n) => (
          <span key={id}>
            {n > 0 && '; '}
            {names[person] ?? person}, {dates.day(at)}, <Link href={`/jobs/${job}`}>job {job}</Link>
          </span>
        ))}
        {findings.length > 6 && ` and ${findings.length - 6} more`}
      </span>
      {photos.length > 0 && (
        <PhotoLinks photos={photos.map((id) => ({ id, marks: [] }))} alt="Photo of it from a run" />
      )}
      {mayDecide && (
        <Decide
          procedure={procedure}
          revision={revision}
          findings={findings.map(({ id }) => id)}
          mayAccept={standing === 'open' && sentences.length > 0 && taken.length > 0}
          only={only && only.length < sentences.length ? only : null}
        />
      )}
    </>
  );
}

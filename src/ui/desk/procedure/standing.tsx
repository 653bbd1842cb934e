'use client';
import Link from 'next/link';
import type { ProcedureView } from '@/contracts/views';
import { fromWords } from '@/core/exchange';
import { isNotRecorded } from '@/core/planning';
import { useDates } from '../../design';

const SHOWN = 3;

/** How a procedure stands: out of use and for what, looked at, from where, and which vehicles it was proved on, by whom. */
export function Standing({ view, names }: { view: ProcedureView; names: Record<string, string> }) {
  const dates = useDates();
  const who = (id: string) => names[id] ?? id;
  const { current, draft, retired, takenIn, verifiedOn } = view;
  const unrecorded = view.check.remarks.filter(isNotRecorded).length;
  return (
    <div className="standing">
      {retired && (
        <p className="caution">
          Retired by {who(retired.by)}, {dates.day(retired.at)}
          {retired.why && `: ${retired.why}`}.{' '}
          {retired.replacedBy && (
            <>
              Use{' '}
              <Link href={`/procedures/${encodeURIComponent(retired.replacedBy.id)}`}>{retired.replacedBy.title}</Link>{' '}
              instead.
            </>
          )}
        </p>
      )}
      {!current && <p className="caution mild">This is a draft. A lead has to publish it before it can be planned.</p>}
      {draft?.reviewAskedBy && (
        <p className="caution mild">
          In review: {who(draft.reviewAskedBy)} asks a lead to look at the draft and publish it,{' '}
          {dates.day(draft.reviewAskedAt!)}.
        </p>
      )}
      {current && (
        <p className="mb-0">
          {verifiedOn.length === 0 ? (
            <span className="not-verified d-inline">Not verified: no run of it was finished yet.</span>
          ) : (
            <>
              <span className="good">✓ Verified</span> on{' '}
              {verifiedOn
                .slice(0, SHOWN)
                .map(
                  ({ vehicle, times, revision, person, at }) =>
                    `${vehicle}${times > 1 ? ` ×${times}` : ''}${revision < current.revision ? `, revision ${revision},` : ''} by ${who(person)}, ${dates.day(at)}`,
                )
                .join('; ')}
              {verifiedOn.length > SHOWN && ` and ${verifiedOn.length - SHOWN} more`}
            </>
          )}
          {unrecorded > 0 && (
            <span className="quiet">
              {' '}
              · {unrecorded} {unrecorded === 1 ? 'fact' : 'facts'} not recorded
            </span>
          )}
          {takenIn && (
            <span className="quiet">
              {' '}
              · {fromWords(takenIn)} Taken in by {who(takenIn.takenBy)}, {dates.day(takenIn.takenAt)}.
            </span>
          )}
        </p>
      )}
    </div>
  );
}

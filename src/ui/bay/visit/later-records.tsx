'use client';
import { useDates } from '../../design';
import { laterWords, type Walk } from '@/core/bay';
import type { VisitHandle } from './handle';

/** What the tablet says once a walk is signed, or the vehicle given back: what is recorded now stands beside. */
export function FrozenLine({ visit: { state, walk } }: { visit: VisitHandle }) {
  const given = state.signatures[walk];
  if (state.closed)
    return (
      <p className="caution mild">
        The vehicle was given back. What is recorded now is shown beside and changes nothing.
      </p>
    );
  if (!given) return null;
  return (
    <p className="caution mild">
      Signed by {given.name}. What is recorded now is shown beside it with your name; the signature does not cover it.
    </p>
  );
}

/** What came after a signature or after giving back, with who and when. */
export function LaterRecords({ visit: { state, start }, walk }: { visit: VisitHandle; walk: Walk }) {
  const dates = useDates();
  const later = state.later.filter(
    ({ event, after }) => after !== 'signed' || !('walk' in event) || event.walk === walk,
  );
  if (later.length === 0) return null;
  return (
    <>
      <h3>Recorded later</h3>
      <ul className="rows">
        {later.map((record) => (
          <li key={record.event.id} className="py-2">
            {laterWords(record)}{' '}
            <span className="quiet">
              {start.names[record.event.person] ?? record.event.person}, {dates.moment(record.event.at)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

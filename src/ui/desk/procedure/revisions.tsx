'use client';
import { useState } from 'react';
import type { ProcedureView } from '@/contracts/views';
import type { WordedChange } from '@/core/telling';
import { send, troubleWords } from '../../../device/http';
import { useDates } from '../../design';
import { changedItems, Changes } from './changes';

/** Every revision, newest first: what changed and why, by whom; what it changed against the one before, in sentences that select their item. A draft stands on top. */
export function Revisions({
  view,
  names,
  onSelect,
  onMark,
}: {
  view: ProcedureView;
  names: Record<string, string>;
  onSelect: (id: string) => void;
  /** Marks items on the drawing. */
  onMark: (items: ReadonlySet<string>) => void;
}) {
  const dates = useDates();
  const who = (id: string) => names[id] ?? id;
  const { id } = view.row;
  const [newest] = view.revisions;
  if (!newest) return <p className="quiet">Never published yet.</p>;
  return (
    <ul className="rows">
      {view.draft && (
        <li className="py-2">
          <strong>Draft</strong> begun after revision {newest.revision}
          <Fetched id={id} from={newest.revision} to="draft" onSelect={onSelect} onMark={onMark} />
        </li>
      )}
      {view.revisions.map((one) => (
        <li key={one.revision} className="py-2">
          <strong>{one.revision}</strong> {one.note}
          <br />
          <span className="quiet">
            recorded by {who(one.madeBy)}, published by {who(one.approvedBy)}, {dates.day(one.approvedAt)}
          </span>
          {one.revision > 1 && (
            <Fetched id={id} from={one.revision - 1} to={one.revision} onSelect={onSelect} onMark={onMark} />
          )}
        </li>
      ))}
    </ul>
  );
}

/** What changed, fetched when it is asked for. */
function Fetched({
  id,
  from,
  to,
  onSelect,
  onMark,
}: {
  id: string;
  from: number;
  to: number | 'draft';
  onSelect: (id: string) => void;
  onMark: (items: ReadonlySet<string>) => void;
}) {
  const [changes, setChanges] = useState<WordedChange[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const show = () =>
    send<WordedChange[]>('GET', `/api/procedures/${encodeURIComponent(id)}/diff?from=${from}&to=${to}`)
      .then((found) => {
        setChanges(found);
        onMark(changedItems(found));
      })
      .catch((error: unknown) => setTrouble(troubleWords(error)));
  if (changes) return <Changes changes={changes} label={`What changed since revision ${from}`} onSelect={onSelect} />;
  return (
    <div>
      <button type="button" className="btn btn-sm btn-outline-dark mt-1" onClick={() => void show()}>
        What changed since revision {from}
      </button>
      {trouble && <p className="trouble mb-0">{trouble}</p>}
    </div>
  );
}

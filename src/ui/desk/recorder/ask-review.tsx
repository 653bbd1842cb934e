'use client';
import { useState } from 'react';
import { Trouble, useSend } from '../../design';

/** Asks a lead to look at the draft as it stands, or takes that back. Saves first. */
export function AskReview({
  id,
  saveNow,
  readVersion,
  asked: first,
}: {
  id: string;
  saveNow: () => Promise<boolean>;
  readVersion: () => number;
  /** Whether somebody has asked already. */
  asked: boolean;
}) {
  const [asked, setAsked] = useState(first);
  const { busy, trouble, setTrouble, run } = useSend();
  const ask = async () => {
    if (!(await saveNow())) return setTrouble('The draft is not saved yet; try again in a moment.');
    if (readVersion() === 0) return setTrouble('Nothing was changed yet.');
    const body = { version: readVersion(), ask: !asked };
    if ((await run('POST', `/api/procedures/${encodeURIComponent(id)}/review`, body)) !== null) setAsked(!asked);
  };
  return (
    <>
      <button
        type="button"
        className="btn btn-outline-dark"
        disabled={busy}
        aria-pressed={asked}
        onClick={() => void ask()}
      >
        {asked ? 'In review: take back' : 'Ask for review'}
      </button>
      <Trouble text={trouble} />
    </>
  );
}

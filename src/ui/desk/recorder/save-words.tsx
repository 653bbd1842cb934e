'use client';
import { useEffect, useState } from 'react';
import type { MergeConflict, ProcedureDocument } from '@/core/document';
import type { SaveState } from '../../design';

const WORDS = {
  untouched: 'Nothing changed yet',
  saved: 'Draft saved',
  saving: 'Saving…',
  waiting: 'Not saved yet',
  unanswered: 'Saved on this device; the server does not answer',
};

/** Where saving stands; where somebody else saved in between and both changed the same, what putting them together loses, before it is done. */
export function SaveWords({
  save,
  document,
  putTogether,
  isJoined,
  takeTheirs,
}: {
  save: SaveState;
  document: ProcedureDocument;
  putTogether: () => Promise<void>;
  isJoined: boolean;
  takeTheirs: () => Promise<void>;
}) {
  if (save.at === 'refused')
    return (
      <span className="save-state trouble" role="alert">
        {save.words}
      </span>
    );
  if (save.at !== 'moved-on')
    return (
      <span className="save-state" role="status">
        {WORDS[save.at]}
        {isJoined && <span className="d-block">Somebody else saved too: both are put together.</span>}
      </span>
    );
  const keep = () => {
    const link = window.document.createElement('a');
    link.href = URL.createObjectURL(new Blob([JSON.stringify(document, null, 2)], { type: 'application/json' }));
    link.download = `${document.id}-mine.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <span className="save-state trouble" role="alert">
      {save.words}
      {save.losses && <Losses document={document} losses={save.losses} />}
      <button type="button" className="btn btn-sm btn-primary" onClick={() => void putTogether()}>
        Put both together
      </button>{' '}
      <button type="button" className="btn btn-sm btn-outline-dark" onClick={keep}>
        Save mine as a file
      </button>{' '}
      <button type="button" className="btn btn-sm btn-outline-dark" onClick={() => void takeTheirs()}>
        Load theirs
      </button>
    </span>
  );
}

/** Each thing that both changed, and whose stands when they are put together. */
function Losses({ document, losses }: { document: ProcedureDocument; losses: MergeConflict[] }) {
  const [said, say] = useState<string[]>([]);
  useEffect(() => {
    void import('@/core/telling').then(({ conflictWords }) => say(losses.map((one) => conflictWords(document, one))));
  }, [document, losses]);
  return (
    <span className="d-block">
      Put together, everything else of both stays. Of this, one goes:
      {said.map((words) => (
        <span key={words} className="d-block">
          {words}
        </span>
      ))}
    </span>
  );
}

'use client';
import type { ProcedureDocument } from '@/core/procedure';
import type { SaveState } from '../../design/use-draft';

const WORDS = {
  untouched: 'Nothing changed yet',
  saved: 'Draft saved',
  saving: 'Saving…',
  waiting: 'Not saved yet',
  unanswered: 'Saved on this device; the server does not answer',
};

/** Where saving stands; a refusal says why, and offers to keep one's own work as a file or to take the saved one. */
export function SaveWords({ save, document }: { save: SaveState; document: ProcedureDocument }) {
  if (save.at !== 'refused')
    return (
      <span className="save-state" role="status">
        {WORDS[save.at]}
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
      {save.movedOn && (
        <>
          {' '}
          <button type="button" className="btn btn-sm btn-outline-dark" onClick={keep}>
            Save mine as a file
          </button>{' '}
          <button type="button" className="btn btn-sm btn-outline-dark" onClick={() => window.location.reload()}>
            Load theirs
          </button>
        </>
      )}
    </span>
  );
}

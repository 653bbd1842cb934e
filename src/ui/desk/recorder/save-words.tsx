'use client';
import { useState } from 'react';
import type { MergeConflict, ProcedureDocument } from '@/core/procedure';
import { troubleWords } from '../../../device/http';
import type { SaveState } from '../../design/use-draft';

const WORDS = {
  untouched: 'Nothing changed yet',
  saved: 'Draft saved',
  saving: 'Saving…',
  waiting: 'Not saved yet',
  unanswered: 'Saved on this device; the server does not answer',
};

/** Where saving stands; a refusal says why, and offers to put both together, to keep one's own work as a file or to take the saved one. */
export function SaveWords({
  save,
  document,
  mergeTheirs,
}: {
  save: SaveState;
  document: ProcedureDocument;
  mergeTheirs: () => Promise<MergeConflict[]>;
}) {
  const [merged, setMerged] = useState<string[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const merge = async () => {
    try {
      const conflicts = await mergeTheirs();
      const { conflictWords } = await import('@/core/wording');
      setMerged(conflicts.map((one) => conflictWords(document, one)));
    } catch (error) {
      setTrouble(troubleWords(error));
    }
  };
  if (save.at !== 'refused')
    return (
      <span className="save-state" role="status">
        {WORDS[save.at]}
        {merged && (
          <span className="d-block">
            {merged.length === 0 ? 'Both put together.' : `Both put together. ${merged.join(' ')}`}
          </span>
        )}
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
      {save.words} {trouble}
      {save.movedOn && (
        <>
          {' '}
          <button type="button" className="btn btn-sm btn-primary" onClick={() => void merge()}>
            Put both together
          </button>{' '}
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
